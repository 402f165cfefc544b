// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/due.h"

#include "base/csv.h"
#include "base/json.h"
#include "calibrate/target.h"
#include "judge/verification.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace lamp {

namespace {

using std::chrono::days;

constexpr size_t kMostAssignments = 100'000;

constexpr std::array<const char *, 7> kUrgency{"out", "overdue", "due", "never", "undecided", "due-soon", "ok"};

std::string dayText(WallTime t)
{
    return isoTime(t).substr(0, 10);
}

} // namespace

bool looksLikeAssignments(const std::string &text)
{
    const auto rows = csvRows(text, kMostAssignments);
    return rows && !rows->empty() && lower(rows->front().cells.front()) == "assignment";
}

Result<std::vector<DatedAssignment>> assignmentsFromCsv(const std::string &text)
{
    const auto wrong = [](Message why) { return unusable(say("assignments-cannot-used"), std::move(why), say("correct-the-table"), "assignments"); };
    const auto rows = csvRows(text, kMostAssignments);
    if (!rows || rows->empty()) {
        return wrong(rows ? say("file-is-empty") : say("more-than-rows", kMostAssignments));
    }
    const auto &heading = rows->front().cells;
    const bool known = heading.size() >= 2 && heading.size() <= 3 && lower(heading[0]) == "assignment" && lower(heading[1]) == "date"
                       && (heading.size() < 3 || lower(heading[2]) == "display");
    if (!known) {
        return wrong(say("heading-missing", "assignment, date, display"));
    }
    std::vector<DatedAssignment> all;
    for (size_t i = 1; i < rows->size(); ++i) {
        const CsvRow &row = (*rows)[i];
        const auto day = row.cells.size() > 1 ? timeOf(row.cells[1]) : std::nullopt;
        if (!day || row.cells.size() > 3) {
            return wrong(say("line-lacks", row.line, "date"));
        }
        all.push_back({*day, validUtf8(row.cells[0]), row.cells.size() > 2 ? validUtf8(row.cells[2]) : ""});
    }
    return all;
}

std::string assignmentsToCsv(const std::vector<DatedAssignment> &assignments)
{
    std::string text = "assignment,date,display\n";
    for (const DatedAssignment &a : assignments) {
        text += csvCell(a.name) + "," + isoTime(a.day) + "," + csvCell(a.display) + "\n";
    }
    return text;
}

bool isVisit(const HistoryEntry &e)
{
    return !e.task.empty() || e.luminance || e.maxLuminance || e.white || e.black || e.grayMean || e.mean || e.max || e.coverageSrgb
           || e.coverageAdobe;
}

bool callsForVisit(const std::string &event)
{
    return event == "moved" || event == "settings" || event == "repaired" || event == "light" || event == "reset";
}

std::optional<Verdict> verdictOf(const HistoryEntry &e, const AgeingQuestion &q)
{
    const Tolerance &t = toleranceOf(q, e.display);
    bool judged = false, fails = false;
    const auto judge = [&](const std::optional<double> &value, double limit) {
        judged = judged || value;
        fails = fails || (value && *value > limit);
    };
    judge(e.mean, t.mean);
    judge(e.max, t.max);
    judge(e.grayMean, t.grayMean);
    if (const auto target = targetNamed(q, e.target)) {
        const auto luminance = target->luminance.value();
        const auto white = target->white.chromaticity();
        judge(e.luminance && luminance ? std::optional(100 * std::abs(*e.luminance / *luminance - 1)) : std::nullopt, t.luminancePercent);
        judge(e.white && white ? std::optional(whiteDifference(xyzOf(*e.white, 100), *white)) : std::nullopt, t.whiteDeltaE);
    }
    return judged ? std::optional(fails ? Verdict::Fail : Verdict::Pass) : std::nullopt;
}

int urgency(const std::string &state)
{
    return int(std::find(kUrgency.begin(), kUrgency.end(), state) - kUrgency.begin());
}

Message dueStateSaid(const std::string &state)
{
    static const std::map<std::string, Message> all{{"ok", say("due-ok")},
                                                    {"due-soon", say("due-soon")},
                                                    {"due", say("due-now")},
                                                    {"overdue", say("due-over")},
                                                    {"never", say("due-never")},
                                                    {"out", say("due-out")},
                                                    {"undecided", say("due-undecided")}};
    const auto it = all.find(state);
    return it == all.end() ? verbatim(state) : it->second;
}

Message dueReasonSaid(const std::string &state, const std::string &why)
{
    if (state == "out") {
        return say("why-out");
    }
    static const std::map<std::string, Message> all{
        {"interval", say("why-interval")}, {"assignment", say("why-assignment")}, {"event", say("why-event")}, {"evidence", say("why-evidence")}};
    const auto it = all.find(why);
    return it == all.end() ? verbatim(why) : it->second;
}

bool isAhead(WallTime day, WallTime on)
{
    // Days of jobs are dates, kept as midnight of UTC; they end when the clock on the wall says so.
    return localDate(on) <= isoTime(day).substr(0, std::string("2031-03-04").size());
}

Due dueOf(const DueQuestion &q, WallTime on)
{
    if (!q.lastVisit) {
        return {"never", {}, "", q.historyKnown};
    }
    constexpr int kFresh = 7; // days
    Due due{"ok", *q.lastVisit + days(std::max(1, q.cadenceDays)), "interval", q.historyKnown};
    const auto sooner = [&](const std::optional<WallTime> &at, const char *why) {
        if (at && *at < *due.due) {
            due.due = at;
            due.why = why;
        }
    };
    if (q.assignment && isAhead(*q.assignment, on) && *q.lastVisit < *q.assignment - days(kFresh)) {
        sooner(*q.assignment - days(1), "assignment");
    }
    sooner(q.event && *q.event > *q.lastVisit ? q.event : std::nullopt, "event");
    sooner(q.evidence ? std::optional(std::max(*q.evidence, *q.lastVisit)) : std::nullopt, "evidence");
    // Soon and over: by a fifth of the interval.
    const auto margin = std::chrono::duration_cast<std::chrono::seconds>(days(std::max(1, q.cadenceDays))) / 5;
    due.state = on >= *due.due + margin ? "overdue" : (on >= *due.due ? "due" : (on >= *due.due - margin ? "due-soon" : "ok"));
    if (q.verdict == Verdict::Fail) {
        due = {"out", q.lastVisit, "evidence", q.historyKnown}; // at once: the visit itself says so
    } else if (q.verdict != Verdict::Pass && due.state != "overdue" && due.state != "due") {
        due.state = "undecided"; // what was not judged is not right
    }
    return due;
}

LampFill lampOf(const Due &due)
{
    static const std::map<std::string, LampFill> all{{"ok", LampFill::Full},          {"due-soon", LampFill::ThreeQuarters},
                                                     {"due", LampFill::Half},         {"overdue", LampFill::Crescent},
                                                     {"never", LampFill::Hollow},     {"out", LampFill::Notched},
                                                     {"undecided", LampFill::Notched}};
    const auto it = all.find(due.state);
    return it == all.end() ? LampFill::Hollow : it->second;
}

namespace {

/// Days from one to the other as a calendar counts them here, at least 0.
int daysBetween(WallTime from, WallTime to)
{
    const auto dayOf = [](WallTime t) { return std::chrono::floor<days>(timeOf(localDate(t)).value_or(t)); };
    return std::max(0, int((dayOf(to) - dayOf(from)).count()));
}

Message withoutReason(const Due &due, WallTime on)
{
    const int away = due.due ? daysBetween(on, *due.due) : 0, ago = due.due ? daysBetween(*due.due, on) : 0;
    if (due.state == "ok") {
        return away == 0 ? say("lamp-due-today") : say("lamp-in-tolerance", say("count-days", away));
    }
    if (due.state == "due-soon") {
        return away == 0 ? say("lamp-due-today") : say("lamp-due-soon", say("count-days", away));
    }
    if (due.state == "due") {
        return ago == 0 ? say("lamp-due-today") : say("lamp-due-since", say("count-days", ago));
    }
    return due.state == "overdue" ? say("lamp-overdue", say("count-days", ago)) : dueStateSaid(due.state);
}

} // namespace

Message dueSaid(const Due &due, WallTime on)
{
    const bool dated = due.state == "ok" || due.state == "due-soon" || due.state == "due" || due.state == "overdue";
    if (!dated) {
        return dueStateSaid(due.state);
    }
    if (due.why == "interval") {
        return withoutReason(due, on);
    }
    // Short enough for a list beside its lamp, which says that it is in tolerance.
    const int away = daysBetween(on, *due.due);
    const Message state = due.state == "ok" && away > 0 ? say("lamp-due-in", say("count-days", away)) : withoutReason(due, on);
    return say("lamp-because", state, dueReasonSaid(due.state, due.why));
}

Due dueAfterVisit(DueQuestion question, std::optional<Verdict> verdict, WallTime now)
{
    question.lastVisit = now;
    question.verdict = verdict;
    question.event = question.evidence = {};
    question.historyKnown = false;
    return dueOf(question, now);
}

std::vector<DueQuestion> dueByHistory(const std::vector<HistoryEntry> &history, const FleetAgeing &ageing, const AgeingQuestion &question,
                                      int cadenceDays)
{
    const WallTime on = question.on;
    std::map<std::string, DueQuestion> all;
    std::vector<const HistoryEntry *> order;
    for (const HistoryEntry &e : history) {
        if (e.at <= on) {
            order.push_back(&e);
        }
    }
    std::stable_sort(order.begin(), order.end(), [](const HistoryEntry *p, const HistoryEntry *q) { return p->at < q->at; });
    for (const HistoryEntry *e : order) {
        DueQuestion &q = all[e->display];
        q.serial = q.name = e->display;
        q.cadenceDays = cadenceDays;
        q.historyKnown = true;
        if (isVisit(*e)) {
            q.lastVisit = e->at;
            q.verdict = verdictOf(*e, question);
            q.last = *e;
            q.event = {};
        } else if (callsForVisit(e->event) && !q.event) {
            q.event = e->at;
        }
    }
    for (const DisplayAgeing &d : ageing.displays) {
        if (const auto it = all.find(d.serial); it != all.end()) {
            it->second.evidence = d.certainUntil;
        }
    }
    std::vector<DueQuestion> list;
    std::transform(all.begin(), all.end(), std::back_inserter(list), [](const auto &pair) { return pair.second; });
    return list;
}

namespace {

std::vector<std::pair<Due, const DueQuestion *>> mostUrgentFirst(const std::vector<DueQuestion> &displays, WallTime on)
{
    std::vector<std::pair<Due, const DueQuestion *>> order;
    for (const DueQuestion &q : displays) {
        order.emplace_back(dueOf(q, on), &q);
    }
    std::stable_sort(order.begin(), order.end(), [](const auto &p, const auto &q) {
        const int a = urgency(p.first.state), b = urgency(q.first.state);
        return a != b ? a < b : p.first.due.value_or(WallTime{}) < q.first.due.value_or(WallTime{});
    });
    return order;
}

} // namespace

std::optional<DueNotice> dueNotice(const std::vector<DueQuestion> &displays, WallTime on)
{
    constexpr size_t kNamed = 6; // a notice is a few lines
    std::vector<Message> names;
    size_t all = 0;
    for (const auto &[due, q] : mostUrgentFirst(displays, on)) {
        if (due.state == "ok" || due.state == "due-soon") {
            continue;
        }
        if (++all <= kNamed) {
            names.push_back(say("notice-of", q->name.empty() ? q->serial : q->name, dueStateSaid(due.state)));
        }
    }
    if (all == 0) {
        return {};
    }
    if (all > kNamed) {
        names.push_back(say("room-and-more", all - kNamed));
    }
    return DueNotice{say("notice-due", say("count-displays", all)), listed(std::move(names))};
}

std::string dueToJson(const std::vector<DueQuestion> &displays, WallTime on)
{
    using Json = nlohmann::json;
    const auto order = mostUrgentFirst(displays, on);
    Json list = Json::array();
    for (const auto &[due, q] : order) {
        const auto number = [](const std::optional<double> &v) { return v && std::isfinite(*v) ? Json(*v) : Json(nullptr); };
        Json last = nullptr;
        if (q->lastVisit) {
            last = {{"date", dayText(*q->lastVisit)}, {"verdict", q->verdict ? Json(verdictName(*q->verdict)) : Json(nullptr)}};
            if (q->last) {
                last["task"] = q->last->task.empty() ? Json(nullptr) : Json(q->last->task);
                last["mean"] = number(q->last->mean);
                last["max"] = number(q->last->max);
                last["gray_mean"] = number(q->last->grayMean);
                last["luminance_cd_m2"] = number(q->last->luminance);
            }
        }
        list.push_back({{"serial", q->serial},
                        {"name", q->name},
                        {"room", q->room},
                        {"state", due.state},
                        {"due", due.due ? Json(dayText(*due.due)) : Json(nullptr)},
                        {"why", due.why.empty() ? Json(nullptr) : Json(due.why)},
                        {"interval_days", q->cadenceDays},
                        {"last", last}});
    }
    return jsonText(Json{{"on", dayText(on)}, {"displays", list}}, 2);
}

} // namespace lamp
