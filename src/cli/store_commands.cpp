// SPDX-License-Identifier: GPL-3.0-or-later
// The studio's store: opening it, examining, copying and moving it.
#include "cli/commands.h"

#include "base/json.h"

#include "cli/output.h"
#include "cli/progress_line.h"
#include "cli/studio.h"
#include "desktop/keyring.h"
#include "store/along.h"
#include "store/passwords.h"
#include "store/roles.h"
#include "words/words.h"

#include <array>
#include <filesystem>
#include <iostream>
#include <thread>

namespace lamp::cli {

namespace fs = std::filesystem;

namespace {

/// How long a server that is being started anew is waited for.
constexpr std::chrono::seconds kPatience{30};

/// Waits while nobody answers where a server is meant to be: it may be started anew.
void waitForServer(const QString &where)
{
    using Clock = std::chrono::steady_clock;
    const auto end = Clock::now() + kPatience;
    for (bool said = false; (store::isSilent(where) || store::dialectOf(where).isStarting(where)) && Clock::now() < end;) {
        if (!said) {
            std::cerr << lamp::said(say("program-says", say("waiting-for-server", int(kPatience.count())))) << "\n";
            said = true;
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(250));
    }
}

} // namespace

std::unique_ptr<QCoreApplication> applicationHere()
{
    static int count = 1;
    static std::string name = "dutiful-lamp-cli";
    static std::array<char *, 2> arguments{name.data(), nullptr};
    return QCoreApplication::instance() == nullptr ? std::make_unique<QCoreApplication>(count, arguments.data()) : nullptr;
}

OpenStudio::OpenStudio(const std::string &path, StudioUse use) : m_application(applicationHere())
{
    const QString where = path.empty() ? defaultStorePath() : QString::fromStdString(path);
    store::takePassword(where, keptPassword);
    if (std::error_code none; use != StudioUse::Make && !store::isServer(where) && !fs::exists(where.toStdString(), none)) {
        m_store =
            Error{ErrorKind::Input, say("no-studio-file", where.toStdString()), say("nothing-started"), say("import-makes-one"), "empty", false};
        return;
    }
    waitForServer(where);
    if (use == StudioUse::Work && store::isServer(where)) {
        // Asking makes no studio.
        if (const auto there = Store::look(where); !there) {
            m_store = there.error();
            return;
        }
    }
    auto opened = use == StudioUse::Look ? Store::look(where) : Store::open(where);
    if (opened) {
        opened.value()->setPatience(kPatience);
    }
    m_store = std::move(opened);
}

OpenStudio::~OpenStudio() = default;

int checkStore(const FleetOptions &o)
{
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    const std::string shown = store.shown().toStdString();
    const auto findings = store.findings();
    if (!findings) {
        return report(findings.error(), o.json);
    }
    size_t visits = 0;
    const auto displays = store.studio().displays();
    for (const DisplayEntry &d : displays) {
        visits += store.visits().of(d.id).size();
    }
    if (!findings->empty()) {
        auto list = nlohmann::json::array();
        for (const Message &finding : *findings) {
            list.push_back(said(finding));
            if (!o.json) {
                std::cout << said(finding) << "\n";
            }
        }
        if (o.json) {
            printJson({{"store", shown}, {"sound", false}, {"findings", list}, {"schema", Store::schemaVersion()}});
        }
        return kNotWithin;
    }
    if (o.json) {
        printJson({{"store", shown}, {"sound", true}, {"displays", displays.size()}, {"visits", visits}, {"schema", Store::schemaVersion()}});
    } else {
        std::cout << said(say("store-sound", shown, say("count-displays", displays.size()), say("count-visits", visits))) << "\n";
    }
    return kDone;
}

int backUpStore(const FleetOptions &o)
{
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    if (const Status s = studio.store().value()->backUp(QString::fromStdString(o.out)); !s) {
        report(s.error(), o.json);
        return s.error().todo == say("choose-another-name") ? kBadInput : kNotWritten;
    }
    if (o.json) {
        printJson({{"backup", o.out}});
    } else {
        std::cout << said(say("store-copied", o.out)) << "\n";
    }
    return kDone;
}

int moveStore(const FleetOptions &o)
{
    OpenStudio studio(o.store, StudioUse::Work);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    const QString where = QString::fromStdString(o.out), shown = store::withoutPassword(where);
    if (o.yes && shown != where) {
        return report({ErrorKind::Input, say("password-not-kept"), say("nothing-started"), say("password-in-its-file"), "store", false}, o.json);
    }
    store::takePassword(where, keptPassword);
    store::Transfer moved;
    {
        ProgressLine line;
        moved = store::copyStudio(
            store, where, store::Others::Wait,
            [&](qint64 rows, qint64 all) { line.progress(say("store-moving"), double(rows) / double(std::max<qint64>(1, all)), -1); }, {});
        line.clear();
    }
    if (!moved.status) {
        report(moved.status.error(), o.json);
        return moved.status.error().kind == ErrorKind::Storage ? kNotWritten : kBadInput;
    }
    if (o.yes) {
        setStudioPlace(where);
    }
    if (o.json) {
        printJson({{"from", store.shown().toStdString()}, {"to", shown.toStdString()}, {"rows", moved.rows}, {"used", o.yes}});
    } else {
        std::cout << said(say("store-moved", say("count-rows", moved.rows), store.shown().toStdString(), shown.toStdString())) << "\n"
                  << said(o.yes ? say("store-used-from-now") : say("store-old-one-stays")) << "\n";
    }
    return kDone;
}

int grantStore(const FleetOptions &o)
{
    OpenStudio studio(o.store, StudioUse::Work);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    if (const Status s = store::setRole(store, QString::fromStdString(o.user), store::roleFromName(o.role)); !s) {
        return report(s.error(), o.json);
    }
    if (o.json) {
        printJson({{"user", o.user}, {"role", o.role}, {"store", store.shown().toStdString()}});
    } else {
        std::cout << said(say("role-given", o.user, say("role-" + o.role), store.shown().toStdString())) << "\n";
    }
    return kDone;
}

int listStudios(const FleetOptions &o)
{
    const auto application = applicationHere();
    const QString where = o.store.empty() ? defaultStorePath() : QString::fromStdString(o.store);
    store::takePassword(where, keptPassword);
    const auto studios = store::studiosOn(where);
    if (!studios) {
        return report(studios.error(), o.json);
    }
    auto all = nlohmann::json::array();
    for (const store::ServerStudio &s : *studios) {
        all.push_back({{"studio", s.name.toStdString()}, {"name", s.title.toStdString()}});
        if (!o.json) {
            std::cout << said(
                say("studio-listed", s.name.isEmpty() ? say("studio-of-database") : verbatim(s.name.toStdString()), s.title.toStdString()))
                      << "\n";
        }
    }
    if (o.json) {
        printJson({{"studios", all}});
    } else if (studios->empty()) {
        std::cout << said(say("no-studios-there")) << "\n";
    }
    return kDone;
}

int takeStoreAlong(const FleetOptions &o)
{
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    store::Transfer taken;
    {
        ProgressLine line;
        taken = store::takeAlong(
            *studio.store().value(), QString::fromStdString(o.out), now(),
            [&](qint64 rows, qint64 all) { line.progress(say("store-moving"), double(rows) / double(std::max<qint64>(1, all)), -1); }, {});
        line.clear();
    }
    if (!taken.status) {
        report(taken.status.error(), o.json);
        return taken.status.error().kind == ErrorKind::Storage ? kNotWritten : kBadInput;
    }
    if (o.json) {
        printJson({{"copy", o.out}, {"rows", taken.rows}});
    } else {
        std::cout << said(say("store-taken-along", o.out)) << "\n";
    }
    return kDone;
}

namespace {

nlohmann::json mergeJson(const Merge &merge, bool done)
{
    auto conflicts = nlohmann::json::array();
    for (const MergeConflict &c : merge.conflicts) {
        conflicts.push_back({{"kind", c.kind},
                             {"name", c.name},
                             {"field", c.field},
                             {"taken", c.base},
                             {"copy", c.mine},
                             {"home", c.theirs},
                             {"counts", c.takeMine ? "copy" : "home"}});
    }
    return {{"brings", merge.counts},          {"conflicts", conflicts},
            {"unended_visits", merge.unended}, {"visits_of_figures_only", merge.figuresOnly},
            {"apart_visits", merge.apart},     {"done", done}};
}

void tellMerge(const Merge &merge)
{
    for (const auto &[kind, number] : merge.counts) {
        std::cout << said(say("merge-brings", say("merge-count-" + kind), number)) << "\n";
    }
    for (const MergeConflict &c : merge.conflicts) {
        std::cout << said(say("merge-conflict", say("merge-kind-" + c.kind), c.name, say("merge-field-" + c.field), c.base, c.mine, c.theirs))
                  << "\n";
    }
    if (merge.figuresOnly > 0) {
        std::cout << said(say("merge-figures-only", merge.figuresOnly)) << "\n";
    }
    if (merge.unended > 0) {
        std::cout << said(say("merge-unended", merge.unended)) << "\n";
    }
    if (merge.apart > 0) {
        std::cout << said(say("merge-apart", merge.apart)) << "\n";
    }
    if (merge.empty()) {
        std::cout << said(say("merge-nothing")) << "\n";
    }
}

} // namespace

int bringStoreHome(const FleetOptions &o)
{
    OpenStudio studio(o.store, o.yes ? StudioUse::Work : StudioUse::Look), copy(o.out);
    for (OpenStudio *side : {&copy, &studio}) {
        if (!side->store()) {
            return report(side->store().error(), o.json);
        }
    }
    Store &home = *studio.store().value(), &away = *copy.store().value();
    auto merge = store::mergeOf(away, home);
    if (!merge) {
        return report(merge.error(), o.json);
    }
    std::vector<MergeConflict> decided = merge.value().conflicts;
    if (o.yes && !decided.empty() && o.conflicts.empty()) {
        tellMerge(merge.value());
        return report(Error{ErrorKind::Input, say("merge-undecided"), say("nothing-changed"), say("merge-decide"), "undecided", false}, o.json);
    }
    for (MergeConflict &c : decided) {
        c.takeMine = o.conflicts == "copy";
    }
    if (o.yes) {
        merge = store::bringHome(away, home, decided, now());
        if (!merge) {
            return report(merge.error(), o.json);
        }
    }
    if (o.json) {
        printJson(mergeJson(merge.value(), o.yes));
    } else {
        tellMerge(merge.value());
        if (!merge.value().empty()) {
            std::cout << said(say(o.yes ? "merge-done" : "merge-not-yet")) << "\n";
        }
    }
    return kDone;
}

} // namespace lamp::cli
