// SPDX-License-Identifier: GPL-3.0-or-later
// A copy of the studio taken along and brought home: what was done on both sides is there afterwards, once; what both changed is asked.
#include "english.h"
#include "store/server.h"
#include "support.h"

#include "store/along.h"
#include "store/roles.h"

#include <QFile>
#include <QTemporaryDir>

#include <algorithm>
#include <utility>

namespace along_test {

using namespace lamp;

namespace {

WallTime at(const char *time)
{
    return fromIsoTime(time);
}

VisitRecord visit(const std::string &id, const char *finished)
{
    VisitRecord r;
    r.id = id;
    r.plan.target = builtInTargets().front();
    r.plan.tolerance = builtInTolerances().front();
    r.started = at("2031-03-01T08:00:00Z");
    r.finished = at(finished);
    r.verdict = Verdict::Pass;
    r.display.model = "Knot 14";
    for (int i = 1; i <= 3; ++i) {
        Measurement m;
        m.index = i;
        m.stage = "verify";
        m.name = "sky";
        m.rgb = {0.1, 0.2, 0.3};
        m.xyz = {10.125, 20.0625 + i, 30.5};
        r.readings.push_back(m);
    }
    return r;
}

DisplayEntry display(const QString &name, const QString &serial, qint64 room)
{
    DisplayEntry d;
    d.name = name;
    d.serial = serial;
    d.model = QStringLiteral("Knot 14");
    d.technology = QStringLiteral("wled");
    d.roomId = room;
    d.bench = QStringLiteral("sim:knot");
    return d;
}

DisplayEntry named(Store &store, const QString &name)
{
    for (const DisplayEntry &d : store.studio().displays()) {
        if (d.name == name) {
            return d;
        }
    }
    return {};
}

qint64 room(Store &store, const QString &name)
{
    for (const Room &r : store.studio().rooms()) {
        if (r.name == name) {
            return r.id;
        }
    }
    return 0;
}

Target target(const std::string &name, double luminance)
{
    Target t = builtInTargets().front();
    t.name = name;
    t.luminance = {LuminanceTarget::Kind::Value, luminance, 0, 0};
    return t;
}

const WallTime kTaken = fromIsoTime("2031-03-02T08:00:00Z"), kBack = fromIsoTime("2031-03-20T08:00:00Z");

} // namespace

class TestAlong : public QObject {
    Q_OBJECT

private:
    std::unique_ptr<TemporaryServer> m_server;
    QTemporaryDir m_folder;
    int m_number = 0;

    QString newFile() { return m_folder.filePath(QStringLiteral("studio%1.sqlite").arg(++m_number)); }

    /// A studio with two displays and one visit, and its copy.
    struct Sides {
        std::unique_ptr<Store> home, away;
        qint64 knot = 0, dunlin = 0;
    };
    Sides sides(const QString &place)
    {
        Sides s;
        s.home = std::move(Store::open(place)).value();
        const qint64 booth = s.home->studio().addRoom("Booth").value();
        s.knot = s.home->studio().add(display("Knot", "K-1", booth), at("2031-01-01T08:00:00Z")).value();
        s.dunlin = s.home->studio().add(display("Dunlin", "D-1", booth), at("2031-01-01T08:00:00Z")).value();
        (void)s.home->visits().finish(visit("v-1", "2031-03-01T09:00:00Z"), s.knot);
        (void)s.home->aims().keep(target("House", 100));
        InstrumentEntry i;
        i.kind = "colorimeter";
        i.model = "tern";
        i.serial = "T-1";
        (void)s.home->studio().keep(i);
        const QString copy = newFile();
        const auto taken = store::takeAlong(*s.home, copy, kTaken, {}, {});
        if (!taken.status) {
            qFatal("%s", english(taken.status.error()).c_str());
        }
        s.away = std::move(Store::open(copy)).value();
        return s;
    }

    static DisplayEntry changed(Store &store, const QString &name, const std::function<void(DisplayEntry &)> &how, WallTime when)
    {
        DisplayEntry d = named(store, name);
        how(d);
        const Status s = store.studio().change(d, when);
        return s ? d : DisplayEntry();
    }

private Q_SLOTS:
    void initTestCase()
    {
        m_server = std::make_unique<TemporaryServer>();
        QVERIFY(m_server->good());
    }

    void aCopyKnowsWhatItIs()
    {
        Sides s = sides(newFile());
        const auto along = store::alongOf(*s.away);
        QVERIFY(along && along->at == kTaken);
        QCOMPARE(along->place, s.home->path());
        QVERIFY(!store::alongOf(*s.home));
        const auto nothing = store::mergeOf(*s.away, *s.home);
        QVERIFY2(nothing.ok(), nothing ? "" : english(nothing.error()).c_str());
        QVERIFY(nothing->empty() && nothing->unended == 0);
        // A file that is there is not written over; a studio of its own, or this one, is no copy of it.
        QVERIFY(!store::takeAlong(*s.home, s.away->path(), kTaken, {}, {}).status);
        QVERIFY(store::alongOf(*s.away));
        auto other = std::move(Store::open(newFile())).value();
        QCOMPARE(store::mergeOf(*other, *s.home).error().code, std::string("other"));
        QCOMPARE(store::mergeOf(*s.away, *s.away).error().code, std::string("other"));
    }

    // Cut off when the copy was taken; finished in the copy, discarded at home: nobody's work is left out without a word.
    void aVisitThatEndedTwiceIsAskedAbout()
    {
        for (const bool copyCounts : {true, false}) {
            const QString place = newFile();
            Sides s;
            s.home = std::move(Store::open(place)).value();
            const qint64 booth = s.home->studio().addRoom("Booth").value();
            s.knot = s.home->studio().add(display("Knot", "K-1", booth), at("2031-01-01T08:00:00Z")).value();
            QVERIFY(s.home->visits().save(visit("v-cut", "2031-03-01T09:00:00Z"), s.knot, VisitState::Running).ok());
            QVERIFY(s.home->visits().release("v-cut").ok());
            const QString copy = newFile();
            QVERIFY(store::takeAlong(*s.home, copy, kTaken, {}, {}).status.ok());
            s.away = std::move(Store::open(copy)).value();
            QVERIFY(s.away->visits().finish(visit("v-cut", "2031-03-06T09:00:00Z"), s.knot).ok());
            QVERIFY(s.home->visits().setState("v-cut", VisitState::SetAside).ok());
            const auto preview = store::mergeOf(*s.away, *s.home);
            QVERIFY2(preview.ok(), preview ? "" : english(preview.error()).c_str());
            QCOMPARE(preview->conflicts.size(), size_t(1));
            const MergeConflict &c = preview->conflicts.front();
            QCOMPARE(c.kind, std::string("visit"));
            QCOMPARE(c.mine + "/" + c.theirs, std::string("finished/discarded"));
            std::vector<MergeConflict> decided = preview->conflicts;
            decided.front().takeMine = copyCounts;
            const auto done = store::bringHome(*s.away, *s.home, decided, kBack);
            QVERIFY2(done.ok(), done ? "" : english(done.error()).c_str());
            QCOMPARE(s.home->visits().entry("v-cut")->state, copyCounts ? VisitState::Finished : VisitState::SetAside);
            const auto record = s.home->visits().record("v-cut");
            QVERIFY2(record.ok(), record ? "" : english(record.error()).c_str());
            QCOMPARE(record->readings.size(), size_t(3)); // they arrived either way, once
        }
    }

    void whatBothDidIsThereOnce_data()
    {
        QTest::addColumn<bool>("server");
        QTest::newRow("a file") << false;
        QTest::newRow("a server") << true;
    }
    void whatBothDidIsThereOnce()
    {
        QFETCH(bool, server);
        Sides s = sides(server ? m_server->newDatabase() : newFile());
        // At home: a display is added, a visit made, a note written. In the copy: other ones, with the same numbers.
        const qint64 booth = room(*s.home, "Booth");
        const qint64 curlew = s.home->studio().add(display("Curlew", "C-1", booth), at("2031-03-05T08:00:00Z")).value();
        QVERIFY(s.home->visits().finish(visit("v-home", "2031-03-05T09:00:00Z"), curlew).ok());
        QVERIFY(!changed(
                     *s.home, "Dunlin", [](DisplayEntry &d) { d.note = "hood on"; }, at("2031-03-05T08:00:00Z"))
                     .name.isEmpty());
        const qint64 launch = s.away->studio().addRoom("Launch").value();
        const qint64 godwit = s.away->studio().add(display("Godwit", "G-1", launch), at("2031-03-06T08:00:00Z")).value();
        QCOMPARE(godwit, curlew); // two displays of one number
        QVERIFY(s.away->visits().finish(visit("v-away", "2031-03-06T09:00:00Z"), godwit).ok());
        QVERIFY(s.away->visits().finish(visit("v-knot", "2031-03-07T09:00:00Z"), s.knot).ok());
        QVERIFY(s.away->visits().save(visit("v-open", "2031-03-07T09:00:00Z"), s.knot, VisitState::Running).ok());
        QVERIFY(!changed(
                     *s.away, "Dunlin",
                     [&](DisplayEntry &d) {
                         d.role = "layout";
                         d.roomId = launch;
                     },
                     at("2031-03-08T08:00:00Z"))
                     .name.isEmpty());
        QVERIFY(s.away->studio().setRetired(s.knot, true, at("2031-03-09T08:00:00Z")).ok());
        QVERIFY(s.away->pictures().add(s.dunlin, "a picture's bytes", "at sea", at("2031-03-08T08:00:00Z")).ok());
        HistoryEntry e;
        e.display = "D-1";
        e.at = at("2031-03-08T09:00:00Z");
        e.luminance = 88;
        QVERIFY(s.away->histories().add(s.dunlin, {e}).ok());
        QVERIFY(s.away->histories().addAssignment({at("2031-04-01T00:00:00Z"), "Atlas", {}}, s.dunlin).ok());
        QVERIFY(s.away->aims().keep(target("At sea", 150)).ok());
        InstrumentEntry tern; // new to the studio, with little known of it
        tern.kind = "colorimeter";
        tern.model = "Tern C2";
        tern.serial = "T-7";
        QVERIFY(s.away->studio().keep(tern).ok());
        DrawnPlan plan;
        plan.rooms[launch] = {0.1, 0.2, 0.3, 0.2, {{0, 0}, {0.6, 0}, {0.6, 0.5}, {1, 0.5}, {1, 1}, {0, 1}}}; // a wheelhouse cut out of it
        plan.displays[godwit] = {launch, {0.5, 0.25}};
        QVERIFY(s.away->plans().setDrawn(plan).ok());

        const auto preview = store::mergeOf(*s.away, *s.home);
        QVERIFY2(preview.ok(), preview ? "" : english(preview.error()).c_str());
        QCOMPARE(s.home->studio().count(), 3); // nothing is changed by looking
        const std::map<std::string, int> counts{{"rooms", 1},       {"displays", 1}, {"visits", 2}, {"photographs", 1}, {"history", 1},
                                                {"assignments", 1}, {"fields", 3},   {"aims", 1},   {"instruments", 1}, {"events", 2}};
        for (const auto &[kind, number] : counts) {
            QVERIFY2(preview->counts.contains(kind) && preview->counts.at(kind) == number, kind.c_str());
        }
        QCOMPARE(preview->counts.size(), counts.size());
        QVERIFY(preview->conflicts.empty());
        QCOMPARE(preview->unended, 1);

        const auto done = store::bringHome(*s.away, *s.home, preview->conflicts, kBack);
        QVERIFY2(done.ok(), done ? "" : english(done.error()).c_str());
        QCOMPARE(done->counts, preview->counts);
        const DisplayEntry d = named(*s.home, "Dunlin"), g = named(*s.home, "Godwit");
        QCOMPARE(d.note, QString("hood on"));
        QCOMPARE(d.role, QString("layout"));
        QCOMPARE(d.roomId, room(*s.home, "Launch"));
        QCOMPARE(s.home->studio().events(d.id).back().at, at("2031-03-08T08:00:00Z")); // when it was moved, not when that was told
        QVERIFY(g.id != curlew && g.serial == "G-1" && g.bench == "sim:knot");
        QVERIFY(s.home->studio().display(s.knot)->retired);
        const auto instruments = s.home->studio().instruments();
        QVERIFY(
            std::any_of(instruments.begin(), instruments.end(), [](const InstrumentEntry &i) { return i.model == "Tern C2" && i.serial == "T-7"; }));
        QCOMPARE(s.home->visits().of(g.id).size(), size_t(1));
        QCOMPARE(s.home->visits().of(curlew).size(), size_t(1));
        QCOMPARE(s.home->visits().of(s.knot).size(), size_t(2));
        QCOMPARE(s.home->visits().record("v-away")->readings.size(), size_t(3));
        QCOMPARE(s.home->pictures().of(d.id).size(), size_t(1));
        QCOMPARE(s.home->histories().written(d.id).size(), size_t(1));
        QCOMPARE(s.home->histories().assignments(kTaken).size(), size_t(1));
        QCOMPARE(s.home->aims().target("At sea").luminance.cdM2, 150.0);
        const DrawnPlan drawn = s.home->plans().drawn();
        QCOMPARE(drawn.rooms.at(room(*s.home, "Launch")), plan.rooms.at(launch));
        QCOMPARE(drawn.displays.at(g.id).middle, plan.displays.at(godwit).middle);

        // Once more brings nothing twice.
        const auto again = store::mergeOf(*s.away, *s.home);
        QVERIFY(again.ok() && again->conflicts.empty());
        QVERIFY2(again->counts.empty(), again->counts.empty() ? "" : again->counts.begin()->first.c_str());
        // The visit that was open is brought when it has ended.
        QVERIFY(s.away->visits().finish(visit("v-open", "2031-03-10T09:00:00Z"), s.knot).ok());
        QCOMPARE(store::bringHome(*s.away, *s.home, {}, kBack)->counts, (std::map<std::string, int>{{"visits", 1}}));
        QCOMPARE(s.home->visits().of(s.knot).size(), size_t(3));
    }

    // Visits as they are made, saved line by line: once, whatever their count of changes; those set aside say nothing of the display.
    void visitsKeepTheirState()
    {
        Sides s = sides(newFile());
        const auto made = [](Store &store, const char *id, qint64 display, VisitState end) {
            VisitRecord r = visit(id, "2031-03-07T09:00:00Z");
            const std::vector<Measurement> readings = std::exchange(r.readings, {});
            for (int line = 0; line < 5; ++line) {
                QVERIFY(store.visits().save(r, display, VisitState::Running).ok());
            }
            for (const Measurement &m : readings) {
                QVERIFY(store.visits().addReading(id, m).ok());
            }
            r.readings = readings;
            QVERIFY(end == VisitState::Finished ? store.visits().finish(r, display).ok() : store.visits().setState(id, end).ok());
        };
        made(*s.away, "v-long", s.knot, VisitState::Finished);
        made(*s.away, "v-aside", s.dunlin, VisitState::SetAside);
        // One of before was set aside in the copy, nobody touched it at home.
        QVERIFY(s.away->visits().setState("v-1", VisitState::SetAside).ok());
        QCOMPARE(store::mergeOf(*s.away, *s.home)->counts, (std::map<std::string, int>{{"visits", 3}}));
        const auto done = store::bringHome(*s.away, *s.home, {}, kBack);
        QVERIFY2(done.ok(), done ? "" : english(done.error()).c_str());
        QVERIFY(s.home->visits().entry("v-long")->state == VisitState::Finished);
        QVERIFY(s.home->visits().entry("v-aside")->state == VisitState::SetAside);
        QVERIFY(s.home->visits().entry("v-1")->state == VisitState::SetAside);
        QCOMPARE(s.home->visits().record("v-aside")->readings.size(), size_t(3));
        for (const DisplayStatus &d : s.home->board().displays()) {
            QCOMPARE(d.upkeep.lastVisit.has_value(), d.displayId == s.knot);
        }
        QVERIFY(store::mergeOf(*s.away, *s.home)->counts.empty()); // once
        // Taken back at home since: that stays.
        QVERIFY(s.home->visits().setState("v-1", VisitState::Finished).ok());
        QVERIFY(store::mergeOf(*s.away, *s.home)->counts.contains("visits")); // the copy still says so, and home is as it was taken
        QVERIFY(s.home->visits().setState("v-long", VisitState::SetAside).ok());
        QCOMPARE(store::bringHome(*s.away, *s.home, {}, kBack)->counts, (std::map<std::string, int>{{"visits", 1}}));
        QVERIFY(s.home->visits().entry("v-long")->state == VisitState::SetAside);
    }

    // An earlier version kept only the figures of some visits: such a one of the copy is counted, and stops nothing of the rest.
    void visitsOfFiguresOnlyAreCounted()
    {
        Sides s = sides(newFile());
        for (const char *id : {"v-figures", "v-whole"}) {
            QVERIFY(s.away->visits().finish(visit(id, "2031-03-08T09:00:00Z"), s.knot).ok());
        }
        for (const char *id : {"v-figures", "v-1"}) {
            QVERIFY(s.away->connection()
                        .change(QStringLiteral("DELETE FROM sheet WHERE visit_id = (SELECT id FROM visit WHERE uid = ?)"), {QString(id)}, {})
                        .ok());
        }
        const auto preview = store::mergeOf(*s.away, *s.home);
        QCOMPARE(preview->figuresOnly, 1); // v-1 is at home, whole
        const auto done = store::bringHome(*s.away, *s.home, {}, kBack);
        QVERIFY2(done.ok(), done ? "" : english(done.error()).c_str());
        QCOMPARE(done->counts, (std::map<std::string, int>{{"visits", 1}}));
        QVERIFY(s.home->visits().entry("v-whole") && !s.home->visits().entry("v-figures"));
        QCOMPARE(s.home->visits().record("v-1")->readings.size(), size_t(3));
        // What was made of such a one counts: discarded in the copy only, it is discarded at home; its readings stay there.
        QVERIFY(s.away->visits().setState("v-1", VisitState::SetAside).ok());
        QCOMPARE(store::mergeOf(*s.away, *s.home)->counts, (std::map<std::string, int>{{"visits", 1}}));
        QVERIFY(store::bringHome(*s.away, *s.home, {}, kBack).ok());
        QVERIFY(s.home->visits().entry("v-1")->state == VisitState::SetAside);
        QCOMPARE(s.home->visits().record("v-1")->readings.size(), size_t(3));
        QVERIFY(store::mergeOf(*s.away, *s.home)->counts.empty());
    }

    void whatBothChangedIsAsked()
    {
        Sides s = sides(newFile());
        (void)changed(
            *s.home, "Knot",
            [](DisplayEntry &d) {
                d.note = "cable changed";
                d.cadenceDays = 14;
            },
            kTaken);
        (void)changed(
            *s.away, "Knot",
            [](DisplayEntry &d) {
                d.note = "hood lost";
                d.cadenceDays = 14;
                d.name = "Knot at sea";
            },
            kTaken);
        QVERIFY(s.home->aims().keep(target("House", 110)).ok());
        QVERIFY(s.away->aims().takeOff("House").ok());
        auto merge = store::mergeOf(*s.away, *s.home);
        QVERIFY(merge.ok());
        QCOMPARE(merge->conflicts.size(), size_t(2)); // the same change of the interval is none
        auto decided = merge->conflicts;
        MergeConflict &note = decided.front(), &house = decided.back();
        QCOMPARE(note.field + ": " + note.base + " | " + note.mine + " | " + note.theirs, std::string("note:  | hood lost | cable changed"));
        QCOMPARE(house.kind, std::string("target"));
        QVERIFY(house.mine.empty() && !house.theirs.empty());
        // Undecided, or decided of what has changed since: nothing is written.
        QCOMPARE(store::bringHome(*s.away, *s.home, {}, kBack).error().code, std::string("undecided"));
        note.takeMine = true;
        (void)changed(
            *s.home, "Knot", [](DisplayEntry &d) { d.note = "cable changed twice"; }, kTaken);
        QCOMPARE(store::bringHome(*s.away, *s.home, decided, kBack).error().code, std::string("undecided"));
        QCOMPARE(named(*s.home, "Knot").note, QString("cable changed twice"));
        (void)changed(
            *s.home, "Knot", [](DisplayEntry &d) { d.note = "cable changed"; }, kTaken);
        QVERIFY(store::bringHome(*s.away, *s.home, decided, kBack).ok());
        QCOMPARE(named(*s.home, "Knot at sea").note, QString("hood lost"));
        QCOMPARE(s.home->aims().target("House").luminance.cdM2, 110.0); // home's stays where nothing else was decided
    }

    void aDisplayThatBothAddedIsOne()
    {
        Sides s = sides(newFile());
        DisplayEntry home = display("Plover", "P-1", room(*s.home, "Booth")), away = display("Plover at sea", "P-1", room(*s.away, "Booth"));
        home.role = "retouching";
        const qint64 id = s.home->studio().add(home, kTaken).value();
        QVERIFY(s.away->studio().add(away, kTaken).ok());
        QVERIFY(s.away->visits().finish(visit("v-p", "2031-03-07T09:00:00Z"), named(*s.away, "Plover at sea").id).ok());
        auto merge = store::mergeOf(*s.away, *s.home);
        QVERIFY(merge.ok() && !merge->counts.contains("displays"));
        // Nobody knows which name was first; the use is given by one side only.
        QVERIFY(std::any_of(merge->conflicts.begin(), merge->conflicts.end(), [](const MergeConflict &c) { return c.field == "name"; }));
        QVERIFY(store::bringHome(*s.away, *s.home, merge->conflicts, kBack).ok());
        QCOMPARE(s.home->studio().count(), 3);
        QCOMPARE(s.home->visits().of(id).size(), size_t(1));
        QCOMPARE(s.home->studio().display(id)->role, QString("retouching"));
    }

    // Roles are the server's: it refuses what a role may not, whatever program asks.
    void finishedVisitsStayAsTheyAreOnAServer()
    {
        const QString place = m_server->newDatabase(), name = place.section('/', 3).section('?', 0, 0);
        qint64 knot = 0;
        {
            auto owner = std::move(Store::open(place)).value();
            knot = owner->studio().add(display("Knot", "K-1", owner->studio().addRoom("Booth").value()), at("2031-01-01T08:00:00Z")).value();
            QVERIFY(owner->visits().finish(visit("v-1", "2031-03-01T09:00:00Z"), knot).ok());
            QVERIFY(m_server->sql("CREATE ROLE measurer LOGIN", "postgres"));
            QVERIFY(store::setRole(*owner, "measurer", store::Role::Measure).ok());
        }
        QString theirs = place;
        auto measurer = std::move(Store::open(theirs.replace("lamp@", "measurer@"))).value();
        store::Connection &c = measurer->connection();
        for (const char *sql :
             {"UPDATE visit SET luminance = 120 WHERE uid = 'v-1'", "UPDATE visit SET verdict = 1, state = 2 WHERE uid = 'v-1'",
              "UPDATE visit SET state = 0 WHERE uid = 'v-1'", "DELETE FROM visit", "UPDATE reading SET y = 1", "DELETE FROM reading",
              "INSERT INTO reading (visit_id, number, state_number, stage, name, mode, bits, behind_bits, low_light, too_dark, superseded) "
              "SELECT id, 99, 1, '', '', 0, 0, 0, 0, 0, 0 FROM visit",
              "UPDATE sheet SET form = 0", "DELETE FROM finding", "UPDATE profile SET size = 1", "INSERT INTO sealed VALUES (99)",
              "DELETE FROM sealed", "ALTER TABLE visit DISABLE TRIGGER keep_finished", "DROP TABLE sealed"}) {
            const auto done = c.write(QString::fromLatin1(sql), {}, say("could-not-stored"));
            QVERIFY2(!done || *done == 0, sql);
        }
        QVERIFY(c.write("BEGIN; UPDATE visit SET state = 2; UPDATE sheet SET form = 0; COMMIT", {}, say("could-not-stored")).ok() == false);
        // Work goes on: visits are finished, set aside and taken back.
        QVERIFY(measurer->visits().save(visit("v-2", "2031-03-02T09:00:00Z"), knot, VisitState::Running).ok());
        QVERIFY(measurer->visits().addReading("v-2", visit("v-2", "2031-03-02T09:00:00Z").readings[0]).ok());
        const Status finished = measurer->visits().finish(visit("v-2", "2031-03-02T09:00:00Z"), knot);
        QVERIFY2(finished.ok(), finished ? "" : english(finished.error()).c_str());
        QVERIFY(measurer->visits().setState("v-1", VisitState::SetAside).ok());
        QVERIFY(measurer->visits().setState("v-1", VisitState::Finished).ok());
        auto owner = std::move(Store::open(place)).value();
        QCOMPARE(owner->visits().record("v-1")->readings.size(), size_t(3));
        QVERIFY(owner->findings()->empty());
    }

    void rolesAreKeptByTheServer()
    {
        const QString place = m_server->newDatabase(), database = place.section('/', 3).section('?', 0, 0);
        for (const char *statement : {"CREATE ROLE keeper LOGIN", "GRANT ALL ON SCHEMA public TO keeper"}) {
            QVERIFY(m_server->sql(statement, database));
        }
        Sides s = sides(QString(place).replace("lamp@", "keeper@"));
        for (const char *user : {"reader", "meter", "odd \"name\"; x"}) {
            QVERIFY(m_server->sql(QStringLiteral("CREATE ROLE \"%1\" LOGIN").arg(QString(user).replace('"', "\"\"")), database));
        }
        QVERIFY(store::setRole(*s.home, "reader", store::Role::Read).ok());
        QVERIFY(store::setRole(*s.home, "meter", store::Role::Measure).ok());
        QVERIFY(store::setRole(*s.home, "odd \"name\"; x", store::Role::Read).ok());
        QCOMPARE(store::setRole(*s.home, "nobody", store::Role::Read).error().code, std::string("user"));
        QCOMPARE(store::setRole(*s.away, "reader", store::Role::Read).error().code, std::string("store"));
        const auto as = [&](const char *user) { return Store::open(QString(place).replace("lamp@", QLatin1String(user) + '@')); };
        auto reader = as("reader"), meter = as("meter");
        QVERIFY2(reader.ok() && meter.ok(), reader ? "" : english(reader.error()).c_str());
        QCOMPARE(reader.value()->studio().count(), 2);
        QVERIFY(!reader.value()->visits().finish(visit("v-r", "2031-03-07T09:00:00Z"), s.knot).ok());
        const Status measured = meter.value()->visits().finish(visit("v-m", "2031-03-07T09:00:00Z"), s.knot);
        QVERIFY2(measured.ok(), measured ? "" : english(measured.error()).c_str());
        QVERIFY(!changed(
                     *meter.value(), "Dunlin", [](DisplayEntry &d) { d.note = "hood"; }, kTaken)
                     .name.isEmpty());
        QVERIFY(!meter.value()->studio().addRoom("Attic").ok());
        QVERIFY(!meter.value()->plans().setDrawn({}).ok());
        // Whoever measures takes nothing away that was measured.
        for (const char *table : {"reading", "visit", "profile", "measurement", "history_entry", "picture"}) {
            const Status gone = meter.value()->connection().change(QStringLiteral("DELETE FROM ") + table, {}, say("end-could-not-stored"));
            QVERIFY2(!gone.ok() && english(gone.error()).find("permission") != std::string::npos, table);
        }
        QCOMPARE(s.home->visits().of(s.knot).size(), size_t(2));
        // More, and nothing at all.
        const auto byTheServersOwn = std::move(Store::open(place)).value(); // from PostgreSQL 15 on nobody else hands on an owner's role
        QVERIFY(store::setRole(*byTheServersOwn, "meter", store::Role::Administer).ok());
        QVERIFY(as("meter").value()->studio().addRoom("Attic").ok());
        QVERIFY(store::setRole(*byTheServersOwn, "meter", std::nullopt).ok());
        const auto gone = as("meter");
        QVERIFY(!gone.ok() || gone.value()->studio().count() == 0);
    }

    void aDamagedCopyChangesNothing()
    {
        Sides s = sides(newFile());
        QVERIFY(s.away->connection().change("UPDATE along SET cards = '{\"display\": 3}'", {}, say("nothing-changed")).ok());
        const auto merge = store::mergeOf(*s.away, *s.home);
        QVERIFY(!merge.ok() && merge.error().kind == ErrorKind::Storage);
        QVERIFY(s.away->connection().change("UPDATE along SET cards = '{}'", {}, say("nothing-changed")).ok());
        (void)store::mergeOf(*s.away, *s.home); // all is a conflict or the same, and nothing breaks
    }
};

LAMP_TEST(along, TestAlong)

} // namespace along_test
#include "test_along.moc"
