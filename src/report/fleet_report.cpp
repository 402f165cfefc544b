// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/fleet_report.h"

#include "base/csv.h"
#include "report/html.h"

#include <QGuiApplication>
#include <QTextDocument>

#include <algorithm>
#include <map>

namespace lamp {

namespace {

/// A display's line, in words and figures that are there.
struct FleetLine {
    const DueQuestion *question;
    Due due;
    const DisplayAgeing *ageing = nullptr;
};

std::vector<FleetLine> linesOf(const FleetReport &r)
{
    std::map<std::string, const DisplayAgeing *> ages;
    for (const DisplayAgeing &a : r.ageing.displays) {
        ages[a.serial] = &a;
    }
    std::vector<FleetLine> lines;
    for (const DueQuestion &q : r.due) {
        const auto age = ages.find(q.serial);
        lines.push_back({&q, dueOf(q, r.on), age == ages.end() ? nullptr : age->second});
    }
    std::stable_sort(lines.begin(), lines.end(), [](const FleetLine &p, const FleetLine &q) {
        return std::tie(p.question->room, p.question->name) < std::tie(q.question->room, q.question->name);
    });
    return lines;
}

std::string dayIn(const std::optional<WallTime> &t)
{
    return t ? isoTime(*t).substr(0, 10) : std::string();
}

QString dayShown(const std::optional<WallTime> &t)
{
    return t ? escaped(say("day-alone", Day{*t})) : QStringLiteral("–");
}

QString number(const std::optional<double> &v, int places)
{
    return v ? escaped(say("number-alone", decimal(*v, places))) : QStringLiteral("–");
}

Message verdictSaid(const DueQuestion &q)
{
    return q.verdict ? named(*q.verdict) : say("not-judged");
}

QString cell(const QString &content, bool right = false)
{
    return right ? QStringLiteral("<td class=\"n\" align=\"right\">%1</td>").arg(content) : QStringLiteral("<td>%1</td>").arg(content);
}

/// \param numbers how many of the columns, from which on, hold numbers, which stand on the right
QString heading(std::initializer_list<Message> titles, int from, int numbers)
{
    QString t = QStringLiteral("<tr>");
    int column = 0;
    for (const Message &m : titles) {
        const bool right = column >= from && column < from + numbers;
        t += QStringLiteral("<th align=\"%1\">%2</th>").arg(right ? "right" : "left", escaped(m));
        ++column;
    }
    return t + "</tr>";
}

QString displaysTable(const FleetReport &r)
{
    QString t = QStringLiteral("<table width=\"100%\" cellpadding=\"3\" cellspacing=\"0\">")
                + heading({say("column-display"), say("column-room"), say("column-last-visit"), say("column-verdict"), say("column-mean"),
                           say("column-largest"), say("column-white-luminance"), say("column-loss"), say("column-holds-until"), say("column-due")},
                          4, 4);
    for (const FleetLine &l : linesOf(r)) {
        const DueQuestion &q = *l.question;
        const auto last = [&](std::optional<double> HistoryEntry::*member) { return q.last ? (*q.last).*member : std::optional<double>(); };
        const AgedFigure *light = l.ageing == nullptr      ? nullptr
                                  : l.ageing->maxLuminance ? &*l.ageing->maxLuminance
                                                           : (l.ageing->luminance ? &*l.ageing->luminance : nullptr);
        const auto loss = light != nullptr && light->now > 0 && light->readings > 1 ? std::optional(100 * light->perYear / light->now) : std::nullopt;
        t += "<tr>" + cell(escaped(q.name) + (q.name == q.serial ? QString() : " " + escaped(q.serial))) + cell(escaped(q.room))
             + cell(dayShown(q.lastVisit)) + cell(q.lastVisit ? escaped(verdictSaid(q)) : QStringLiteral("–"))
             + cell(number(last(&HistoryEntry::mean), 2), true) + cell(number(last(&HistoryEntry::max), 2), true)
             + cell(number(last(&HistoryEntry::luminance), 1), true) + cell(number(loss, 1), true)
             + cell(l.ageing != nullptr && l.ageing->end ? dayShown(l.ageing->end->median) : QStringLiteral("–")) + cell(dayShown(l.due.due))
             + "</tr>";
    }
    return t + "</table>";
}

QString doneTable(const FleetReport &r)
{
    QString t = QStringLiteral("<table width=\"100%\" cellpadding=\"3\" cellspacing=\"0\">")
                + heading({say("column-day"), say("column-display"), say("column-task"), say("column-instrument"), say("column-mean"),
                           say("column-largest"), say("column-white-luminance"), say("column-event"), say("column-note")},
                          4, 3);
    std::vector<const HistoryEntry *> order;
    std::transform(r.entries.begin(), r.entries.end(), std::back_inserter(order), [](const HistoryEntry &e) { return &e; });
    std::stable_sort(order.begin(), order.end(), [](const HistoryEntry *p, const HistoryEntry *q) { return p->at < q->at; });
    for (const HistoryEntry *e : order) {
        t += "<tr>" + cell(dayShown(e->at)) + cell(escaped(e->display)) + cell(escaped(e->task)) + cell(escaped(e->instrument))
             + cell(number(e->mean, 2), true) + cell(number(e->max, 2), true) + cell(number(e->luminance, 1), true) + cell(escaped(e->event))
             + cell(escaped(e->note)) + "</tr>";
    }
    return t + "</table>";
}

QString fleetBody(const FleetReport &r)
{
    const auto out = std::count_if(r.due.begin(), r.due.end(), [&](const DueQuestion &q) { return dueOf(q, r.on).state == "out"; });
    const auto due = std::count_if(r.due.begin(), r.due.end(), [&](const DueQuestion &q) {
        const std::string state = dueOf(q, r.on).state;
        return state == "due" || state == "overdue" || state == "never";
    });
    QString t =
        letterheadHtml(r.head, pictureAddress(markOf(r.head, 2)))
        + QStringLiteral("<h1>%1</h1><p>%2</p>")
              .arg(escaped(say("fleet-report-title")),
                   escaped(say("fleet-report-summary", Day{r.on}, say("count-displays", r.due.size()), std::int64_t(out), std::int64_t(due))));
    t += QStringLiteral("<h2>%1</h2>").arg(escaped(say("fleet-report-displays"))) + displaysTable(r);
    if (!r.entries.empty()) {
        t += QStringLiteral("<h2>%1</h2>").arg(escaped(say("fleet-report-done"))) + doneTable(r);
    }
    return t + QStringLiteral("<p>%1</p><p>&nbsp;</p><p>%2</p>").arg(escaped(say("fleet-report-scope")), escaped(say("fleet-report-sign")));
}

} // namespace

std::string fleetReportCsv(const FleetReport &r)
{
    std::string text =
        "serial,name,room,last_visit,verdict,mean,max,luminance_cd_m2,luminance_percent_per_year,holds_until,next_check,state,due,why\n";
    for (const FleetLine &l : linesOf(r)) {
        const DueQuestion &q = *l.question;
        const auto last = [&](std::optional<double> HistoryEntry::*member) {
            const auto v = q.last ? (*q.last).*member : std::optional<double>();
            return v ? exactText(withFigures(*v, 5)) : std::string();
        };
        const AgedFigure *light = l.ageing != nullptr && l.ageing->maxLuminance ? &*l.ageing->maxLuminance
                                  : l.ageing != nullptr && l.ageing->luminance  ? &*l.ageing->luminance
                                                                                : nullptr;
        const std::string loss =
            light != nullptr && light->now > 0 && light->readings > 1 ? exactText(withFigures(100 * light->perYear / light->now, 3)) : "";
        for (const std::string &c : {q.serial, q.name, q.room, dayIn(q.lastVisit), q.verdict ? verdictName(*q.verdict) : std::string(),
                                     last(&HistoryEntry::mean), last(&HistoryEntry::max), last(&HistoryEntry::luminance), loss,
                                     l.ageing != nullptr && l.ageing->end ? dayIn(l.ageing->end->median) : std::string(),
                                     l.ageing != nullptr ? dayIn(l.ageing->nextCheck) : std::string(), l.due.state, dayIn(l.due.due)}) {
            text += csvCell(c) + ",";
        }
        text += l.due.why + "\n";
    }
    return text;
}

std::string fleetReportHtml(const FleetReport &r)
{
    return htmlPage(say("fleet-report-title"), fleetBody(r));
}

Bytes fleetReportPdf(const FleetReport &r)
{
    return tablesOnPages(say("fleet-report-title"), fleetBody(r), QPageLayout::Landscape);
}

} // namespace lamp
