// SPDX-License-Identifier: GPL-3.0-or-later
// Commands that work on the studio's store.
#include "cli/commands.h"

#include "base/file.h"
#include "base/json.h"
#include "cli/import_files.h"
#include "cli/output.h"
#include "cli/painting.h"
#include "cli/studio.h"
#include "desktop/notice.h"
#include "fleet/register.h"
#include "report/display_report.h"
#include "report/due_calendar.h"
#include "report/fleet_report.h"
#include "store/evidence.h"
#include "store/identity.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <QUuid>

#include <algorithm>
#include <array>
#include <filesystem>
#include <iostream>
#include <map>
#include <optional>

namespace lamp::cli {

namespace fs = std::filesystem;

namespace {

using Json = nlohmann::json;

/// One file's import: what it would change, and how it is done.
struct Import {
    std::string file;
    std::vector<RegisterChange> displays; ///< of a register; of a history the displays that are not there yet
    std::map<std::string, std::vector<HistoryEntry>> history;
    int fresh = 0, known = 0; ///< rows of a history
    std::optional<VisitRecord> visit;
    bool visitKnown = false;
    std::vector<DatedAssignment> assignments;
    std::optional<MeasurementEntry> measured;
    std::string document;                ///< of that
    std::optional<DisplayEntry> display; ///< of the studio, that a visit or a measurement is of; nothing where it is new
};

Result<std::optional<DisplayEntry>> displayOfFile(Store &store, const std::string &file, const NamedDisplay &named, const std::string &as);

/// A visit from a file. \param text the file's, by which it is known again where it does not say who it is
Result<Import> importOfVisit(Store &store, const FleetOptions &o, const std::string &file, const std::string &text, VisitRecord record,
                             const NamedDisplay &named)
{
    Import in;
    in.file = file;
    if (record.id.empty()) {
        record.id = QUuid::createUuidV5(QUuid(), QByteArray::fromStdString(text)).toString(QUuid::WithoutBraces).toStdString();
    }
    in.visitKnown = store.visits().entry(QString::fromStdString(record.id)).has_value();
    if (!in.visitKnown) {
        auto display = displayOfFile(store, file, named, o.as);
        if (!display) {
            return display.error();
        }
        in.display = std::move(display).value();
    }
    in.visit = std::move(record);
    return in;
}

Result<Import> readImport(Store &store, const FleetOptions &o, const std::string &file)
{
    const auto text = readFile(file);
    if (!text) {
        return text.error();
    }
    Import in;
    in.file = file;
    if (looksLikeWholeVisit(text.value())) {
        auto record = wholeVisitFromJson(text.value());
        if (!record) {
            return naming(file, record.error());
        }
        if (record->finished == WallTime{}) {
            return naming(file, unusable(say("visit-cannot-brought"), say("visit-did-not-end"), say("pass-once-more-from"), "visit"));
        }
        const NamedDisplay named = namedDisplay(record->displayKey, record->display);
        return importOfVisit(store, o, file, text.value(), std::move(record).value(), named); // files of before name no visit
    }
    if (store::looksLikeMeasurement(text.value())) {
        auto entry = store.measurements().describe(text.value());
        if (!entry) {
            return naming(file, entry.error());
        }
        if (!o.as.empty()) {
            auto called = displayCalled(store, o.as);
            if (!called) {
                return called.error();
            }
            if (entry->displayId != 0 && entry->displayId != called->id) {
                const auto own = store.studio().display(entry->displayId);
                return Error{
                    ErrorKind::Input,       say("display-says-otherwise", file, own ? tellingName(store, *own).toStdString() : std::string(), o.as),
                    say("nothing-changed"), say("leave-out-as"),
                    "which-display",        false};
            }
            in.display = std::move(called).value();
        } else if (entry->displayId == 0) {
            return naming(file, unusable(say("no-measurement", say("measured-display-not-here")), say("nothing-changed"),
                                         say("add-its-display-first"), "measurement"));
        }
        in.measured = std::move(entry).value();
        in.document = text.value();
        return in;
    }
    if (looksLikeAssignments(text.value())) {
        auto assignments = assignmentsFromCsv(text.value());
        if (!assignments) {
            return naming(file, assignments.error());
        }
        in.assignments = std::move(assignments).value();
        return in;
    }
    if (looksLikeRegister(text.value())) {
        const auto entries = registerFrom(text.value());
        auto changes = entries ? registerChanges(store, entries.value()) : Result<std::vector<RegisterChange>>(entries.error());
        if (!changes) {
            return naming(file, changes.error());
        }
        in.displays = std::move(changes).value();
        return in;
    }
    if (!historyFromCsv(text.value())) {
        // Readings are a visit as well; where they are none, it is the history that has to be mended.
        if (auto made = visitOfReadingsIn(file)) {
            const NamedDisplay named = made->namesDisplay ? namedDisplay({}, made->record.display) : NamedDisplay{};
            return importOfVisit(store, o, file, text.value(), std::move(made.value().record), named);
        }
    }
    const auto entries = historyOf({file});
    if (!entries) {
        return entries.error();
    }
    for (const HistoryEntry &e : entries.value()) {
        in.history[e.display].push_back(e);
    }
    for (const auto &[serial, rows] : in.history) {
        const auto display = displayOfSerial(store, serial);
        if (!display) {
            return naming(file, display.error());
        }
        const int fresh = *display ? store.histories().fresh((*display)->id, rows) : int(rows.size());
        in.fresh += fresh;
        in.known += int(rows.size()) - fresh;
        if (!*display) {
            if (const Status s = mayBeAdded(serial); !s) {
                return naming(file, s.error());
            }
            RegisterEntry e;
            e.serial = serial;
            in.displays.push_back({RegisterChange::Kind::Add, e, 0, {}});
        }
    }
    return in;
}

/// The display that a file is of, or the one that --as names; nothing where it is a new one.
Result<std::optional<DisplayEntry>> displayOfFile(Store &store, const std::string &file, const NamedDisplay &named, const std::string &as)
{
    const auto known = displayNamed(store, named);
    const auto stop = [&](Message what, Message todo) {
        return Error{ErrorKind::Input, std::move(what), say("nothing-changed"), std::move(todo), "which-display", false};
    };
    if (!as.empty()) {
        auto meant = displayCalled(store, as);
        if (!meant) {
            return meant.error();
        }
        const QString serial = QString::fromStdString(named.serial);
        const bool other = known ? known->id != meant->id : !serial.isEmpty() && !meant->serial.isEmpty() && meant->serial != serial;
        return other ? Result<std::optional<DisplayEntry>>(
                   stop(say("display-says-otherwise", file, modelAndSerial(named.model, named.serial), as), say("leave-out-as")))
                     : std::optional(std::move(meant).value());
    }
    if (known) {
        return known;
    }
    if (const auto possible = displaysPossible(store, named); !possible.empty()) {
        std::string names;
        for (const DisplayEntry &d : possible) {
            names += (names.empty() ? "" : "; ") + tellingName(store, d).toStdString();
        }
        return stop(say("displays-possible", file, names), say("say-which-as"));
    }
    return named.model.empty() && named.serial.empty()
               ? Result<std::optional<DisplayEntry>>(stop(say("display-not-said", file), say("say-which-display")))
               : std::optional<DisplayEntry>();
}

/// The display that a visit is put down to; it is added where it is new.
Result<qint64> displayForVisit(Store &store, const Import &in)
{
    const VisitRecord &r = *in.visit;
    if (!in.display) {
        const auto added = addNamed(store, namedDisplay(r.displayKey, r.display), QStringLiteral("Unassigned"), {}, now());
        return added ? Result<qint64>(added->id) : added.error();
    }
    DisplayEntry d = *in.display;
    if (d.model.isEmpty() && !r.display.model.empty()) {
        // A history named it by its serial alone.
        d.model = QString::fromStdString(r.display.model);
        d.technology = d.technology.isEmpty() ? QString::fromStdString(r.display.technology) : d.technology;
        if (const Status named = store.studio().change(d, now()); !named) {
            return named.error();
        }
    }
    return d.id;
}

Status keepAssignment(Store &store, const DatedAssignment &a)
{
    std::optional<qint64> display;
    if (!a.display.empty()) {
        const auto found = displayOfSerial(store, a.display);
        if (!found || !*found) {
            return found ? Error{ErrorKind::Input, say("no-display-of-serial", a.display), say("nothing-changed"), {}, "serial", false}
                         : found.error();
        }
        display = (*found)->id;
    }
    return store.histories().addAssignment(a, display);
}

Status doImport(Store &store, const Import &in)
{
    return store.act([&]() -> Status {
        if (in.visit && !in.visitKnown) {
            const auto display = displayForVisit(store, in);
            return display ? store.visits().finish(*in.visit, *display, in.visit->matrix) : display.error();
        }
        if (in.measured) {
            const auto kept = store.measurements().add(in.document, in.display ? std::optional(in.display->id) : std::nullopt);
            return kept ? Status(Done{}) : Status(kept.error());
        }
        if (const Status s = applyRegister(store, in.displays, now()); !s) {
            return s;
        }
        for (const auto &[serial, rows] : in.history) {
            const auto display = displayOfSerial(store, serial);
            if (!display || !*display) {
                return display ? Status(store::storageError(say("display-gone"))) : display.error();
            }
            if (const auto added = store.histories().add((*display)->id, rows); !added) {
                return added.error();
            }
        }
        for (const DatedAssignment &a : in.assignments) {
            if (const Status s = keepAssignment(store, a); !s) {
                return s;
            }
        }
        return Done{};
    });
}

Json importJson(const Import &in)
{
    Json j{{"file", in.file},           {"rows_new", in.fresh}, {"rows_known", in.known}, {"assignments", in.assignments.size()},
           {"displays", Json::array()}, {"visit", nullptr},     {"measurement", nullptr}};
    constexpr std::array<const char *, 3> kinds{"add", "change", "same"};
    for (const RegisterChange &c : in.displays) {
        j["displays"].push_back({{"serial", c.entry.serial}, {"what", kinds[size_t(c.kind)]}, {"fields", c.fields}});
    }
    if (in.visit) {
        j["visit"] = {{"id", in.visit->id},
                      {"serial", in.visit->display.serial},
                      {"known", in.visitKnown},
                      {"display", in.display ? nlohmann::json(in.display->name.toStdString()) : nlohmann::json()}};
    }
    if (in.measured) {
        j["measurement"] = {{"kind", in.measured->kind}, {"finished", isoTime(in.measured->finished)}, {"known", in.measured->id != 0}};
    }
    return j;
}

void tellImport(const Import &in)
{
    const auto count = [&](RegisterChange::Kind kind) {
        return std::count_if(in.displays.begin(), in.displays.end(), [&](const RegisterChange &c) { return c.kind == kind; });
    };
    Message what = say("import-table", in.file, say("count-displays", count(RegisterChange::Kind::Add)),
                       say("count-displays", count(RegisterChange::Kind::Change)), say("count-rows", in.fresh), say("count-rows", in.known));
    if (in.visit) {
        const std::string of = modelAndSerial(in.visit->display.model, in.visit->display.serial);
        what = in.display ? say("import-visit-of", in.file, of, in.display->name.toStdString())
                          : say(in.visitKnown ? "import-visit-known" : "import-visit", in.file, of);
    } else if (in.measured) {
        what = say(in.measured->id != 0 ? "import-measurement-known" : "import-measurement", in.file, isoTime(in.measured->finished).substr(0, 10));
    } else if (!in.assignments.empty()) {
        what = say("import-assignments", in.file, say("count-assignments", in.assignments.size()));
    }
    std::cout << said(what) << "\n";
    for (const RegisterChange &c : in.displays) {
        if (c.kind == RegisterChange::Kind::Change) {
            std::string fields;
            for (const std::string &f : c.fields) {
                fields += (fields.empty() ? "" : ", ") + f;
            }
            std::cout << "  " << c.entry.serial << ": " << fields << "\n";
        }
    }
}

} // namespace

int dueFleet(const FleetOptions &o)
{
    auto question = ageingQuestion(o);
    if (!question) {
        return report(question.error(), o.json);
    }
    std::vector<DueQuestion> all;
    if (o.files.empty()) {
        OpenStudio studio(o.store);
        if (!studio.store()) {
            return report(studio.store().error(), o.json);
        }
        all = dueQuestions(*studio.store().value(), question.value());
        if (const auto problem = studio.store().value()->takeProblem()) {
            return report(*problem, o.json);
        }
    } else {
        const auto history = historyOf(o.files);
        if (!history) {
            return report(history.error(), o.json);
        }
        heedLaterRows(history.value(), o, question.value());
        all = dueByHistory(history.value(), ageingOf(history.value(), question.value()), question.value(), o.interval);
    }
    if (!o.out.empty()) {
        if (const Status written = writeFile(o.out, dueCalendar(all, question->on)); !written) {
            report(written.error(), o.json);
            return kNotWritten;
        }
        if (!o.json) {
            std::cerr << said(say("calendar-written", o.out, say("count-displays", all.size()))) << "\n";
        }
    }
    int ended = kDone; // where nobody could be told the list is still printed
    if (o.notify) {
        const auto notice = dueNotice(all, question->on);
        const Status shown =
            notice ? notify(QString::fromStdString(said(notice->title)), QString::fromStdString(said(notice->which))) : Status(Done{});
        if (!shown) {
            ended = report(shown.error(), o.json);
            if (o.json) {
                return ended; // one document only
            }
        }
    }
    const Json list = Json::parse(dueToJson(all, question->on)); // in the order of urgency
    if (o.json) {
        printJson(list);
        return kDone;
    }
    for (const Json &d : list.at("displays")) {
        const std::string why = d.at("why").is_null() ? "" : d.at("why").get<std::string>(), name = d.at("name").get<std::string>(),
                          serial = d.at("serial").get<std::string>();
        const std::string who = name == serial ? serial : name + " (" + serial + ")";
        std::cout << said(d.at("due").is_null() ? say("due-line-never", who, dueStateSaid(d.at("state").get<std::string>()))
                                                : say("due-line", who, dueStateSaid(d.at("state").get<std::string>()),
                                                      Day{fromIsoTime(d.at("due").get<std::string>() + "T12:00:00Z")},
                                                      dueReasonSaid(d.at("state").get<std::string>(), why)))
                  << "\n";
    }
    return ended;
}

int importFleet(const FleetOptions &o)
{
    const auto named = filesToImport(o.files);
    if (!named) {
        return report(named.error(), o.json);
    }
    for (const std::string &file : named->passed) {
        std::cerr << said(say("program-says", say("photographs-not-imported", file))) << "\n";
    }
    // A preview of a file is made in a copy of it: it leaves the file as it is.
    const QTemporaryDir elsewhere;
    OpenStudio there(o.store, o.yes ? StudioUse::Make : (store::isServer(QString::fromStdString(o.store)) ? StudioUse::Work : StudioUse::Look));
    std::optional<OpenStudio> apart;
    if (const QString copy = elsewhere.filePath("studio.sqlite"); !o.yes) {
        const bool none = !there.store() && there.store().error().code == "empty";
        if (there.store() && !store::isServer(there.store().value()->path())) {
            if (const Status copied = there.store().value()->backUp(copy); !copied) {
                return report(copied.error(), o.json);
            }
        }
        if (none || QFile::exists(copy)) {
            apart.emplace(copy.toStdString(), StudioUse::Make);
        }
    }
    OpenStudio &studio = apart ? *apart : there;
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    // All of it or nothing; a preview does it as well and takes it back, so that it says what would really happen.
    std::vector<Import> all;
    const Status done = store.act([&]() -> Status {
        all.clear();
        for (const std::string &file : named->files) {
            auto in = readImport(store, o, file);
            if (!in) {
                return in.error();
            }
            if (const Status s = doImport(store, in.value()); !s) {
                return naming(file, s.error());
            }
            all.push_back(std::move(in).value());
        }
        return o.yes ? Status(Done{}) : Error{ErrorKind::Input, {}, {}, {}, "preview", false};
    });
    if (!done && done.error().code != "preview") {
        const int status = report(done.error(), o.json);
        return done.error().kind == ErrorKind::Storage ? kNotWritten : status;
    }
    if (o.json) {
        Json list = Json::array();
        std::transform(all.begin(), all.end(), std::back_inserter(list), importJson);
        printJson({{"done", o.yes}, {"files", list}});
        return kDone;
    }
    std::for_each(all.begin(), all.end(), tellImport);
    std::cout << said(o.yes ? say("import-done") : say("import-preview")) << "\n";
    return kDone;
}

int addToFleet(const FleetOptions &o)
{
    OpenStudio studio(o.store, StudioUse::Make);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    Status done = Done{};
    if (!o.assignment.empty()) {
        const auto day = timeOf(o.on);
        if (!day) {
            return report({ErrorKind::Input, say("option-cannot-be", "--on", o.on), say("nothing-started"), say("give-date"), "option", false},
                          o.json);
        }
        done = keepAssignment(store, {*day, o.assignment, o.entry.serial});
    } else {
        if (o.entry.serial.empty()) {
            return report({ErrorKind::Input, say("option-required", "--serial"), say("nothing-started"), {}, "option", false}, o.json);
        }
        const auto changes = registerChanges(store, {o.entry});
        if (!changes) {
            return report(changes.error(), o.json);
        }
        if (changes->front().kind != RegisterChange::Kind::Add) {
            return report(
                {ErrorKind::Input, say("serial-there-already", o.entry.serial), say("nothing-changed"), say("import-changes-it"), "twin", false},
                o.json);
        }
        done = applyRegister(store, changes.value(), now());
    }
    if (!done) {
        return report(done.error(), o.json);
    }
    if (o.json) {
        printJson({{"done", true}, {"serial", o.entry.serial}});
    } else {
        std::cout << said(say("import-done")) << "\n";
    }
    return kDone;
}

namespace {

/// One display, by its serial.
int reportDisplay(Store &store, OpenStudio &studio, const AgeingQuestion &question, const FleetOptions &o)
{
    if (const std::string kind = lower(fs::path(o.out).extension().string()); kind != ".pdf" && kind != ".html") {
        return report(
            {ErrorKind::Input, say("option-cannot-be", "--out", o.out), say("nothing-started"), say("choose-one", ".pdf, .html"), "option", false},
            o.json);
    }
    const auto id = displayOf(store, o.display);
    const auto found = id ? displayEvidence(store, *id, question) : Result<DisplayEvidence>(id.error());
    if (!found) {
        return report(found.error(), o.json);
    }
    const Letterhead head = store.pictures().letterhead();
    studio.closeApplication(); // one of another kind paints
    const PaintingWithoutScreen painting(true);
    const auto kept = keepBesideReport(o.out, displayReport(found.value()), head);
    if (!kept) {
        report(kept.error(), o.json);
        return kNotWritten;
    }
    tellKept(kept.value());
    if (o.json) {
        printJson({{"file", o.out}, {"serial", o.display}});
    }
    return kept->problem ? kNotWritten : kDone;
}

} // namespace

int reportFleet(const FleetOptions &o)
{
    auto question = ageingQuestion(o);
    if (!question) {
        return report(question.error(), o.json);
    }
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    if (!o.display.empty()) {
        return reportDisplay(store, studio, question.value(), o);
    }
    FleetReport content;
    content.head = store.pictures().letterhead();
    content.on = question->on;
    if (!o.since.empty()) {
        const auto since = timeOf(o.since);
        if (!since) {
            return report({ErrorKind::Input, say("option-cannot-be", "--since", o.since), say("nothing-started"), say("give-date"), "option", false},
                          o.json);
        }
        content.since = *since;
    }
    content.due = dueQuestions(store, question.value());
    for (const HistoryEntry &e : store.histories().all()) {
        if (e.at >= content.since && e.at <= content.on) {
            content.entries.push_back(e);
        }
    }
    content.ageing = ageingOfStudio(store, question.value());
    if (const auto problem = store.takeProblem()) {
        return report(*problem, o.json);
    }
    const fs::path file = o.out;
    const std::string kind = lower(file.extension().string());
    Status written = Done{};
    if (kind == ".csv") {
        written = writeFile(file, fleetReportCsv(content));
    } else if (kind == ".html") {
        written = writeFile(file, fleetReportHtml(content));
    } else if (kind == ".pdf") {
        studio.closeApplication(); // one of another kind paints
        const PaintingWithoutScreen painting(true);
        written = writeFile(file, fleetReportPdf(content));
    } else {
        return report({ErrorKind::Input, say("option-cannot-be", "--out", o.out), say("nothing-started"), say("choose-one", ".pdf, .html, .csv"),
                       "option", false},
                      o.json);
    }
    if (!written) {
        report(written.error(), o.json);
        return kNotWritten;
    }
    if (o.json) {
        printJson({{"file", file.string()}, {"displays", content.due.size()}});
    }
    return kDone;
}

} // namespace lamp::cli
