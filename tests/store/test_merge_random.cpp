// SPDX-License-Identifier: GPL-3.0-or-later
// Random work on both sides of an offline copy, by a seed: after merging nothing is lost and nothing is doubled, in every table. What was done is
// written down by the test itself, never asked of the merge. LAMP_SEEDS says how many seeds (12; ./run fuzz takes 1,000), LAMP_SEED the first.
#include "english.h"
#include "support.h"

#include "store/along.h"
#include "store/store.h"

#include <QJsonDocument>
#include <QJsonObject>
#include <QSqlRecord>
#include <QTemporaryDir>

#include <algorithm>
#include <map>
#include <random>
#include <set>

namespace merge_random_test {

using namespace lamp;

namespace {

/// Every fact is told from all others by a number of its own.
struct Facts {
    std::map<QString, std::pair<QString, QString>> displays; ///< by uid: model and serial
    std::map<int, std::set<QString>> readings;               ///< by what was read: the visits that have it
    std::map<QString, std::set<int>> visits;                 ///< what was read in each
    std::multiset<std::string> history;                      ///< notes
    std::set<QString> photographs, assignments, targets, rooms, instruments;
    std::multiset<double> corrections;
    std::set<std::string> measurements;
    std::multiset<QString> installations;
    std::set<QString> events;
    int apart = 0; ///< visits that merges said they made of a part
};

class Side {
public:
    Side(Store &store, Facts &facts, std::mt19937 &random, int &counter, QString tag, WallTime begins)
        : m_store(store), m_facts(facts), m_random(random), m_counter(counter), m_tag(std::move(tag)), m_now(begins)
    {
    }

    void work(int steps)
    {
        for (int i = 0; i < steps; ++i) {
            m_now += std::chrono::seconds(1 + below(5000));
            step(below(18));
        }
        for (const DisplayEntry &d : displays()) {
            for (const DisplayEvent &e : m_store.studio().events(d.id)) {
                if (e.kind != "added") {
                    m_facts.events.insert(eventText(d.uid, e));
                }
            }
        }
    }

    static QString eventText(const QString &uid, const DisplayEvent &e)
    {
        return QStringList{uid, QString::number(e.at.time_since_epoch().count()), e.kind, e.before, e.after}.join('|');
    }
    [[nodiscard]] std::vector<DisplayEntry> displays() const
    {
        std::vector<DisplayEntry> all;
        store::Rows rows = m_store.connection().read("SELECT id FROM display ORDER BY id");
        while (rows.next()) {
            all.push_back(*m_store.studio().display(rows.integer(0)));
        }
        return all;
    }

private:
    int below(int n) { return std::uniform_int_distribution<int>(0, n - 1)(m_random); }
    QString fresh(const char *what) { return QStringLiteral("%1-%2-%3").arg(QLatin1String(what), m_tag).arg(++m_counter); }
    static void must(const Status &s)
    {
        if (!s) {
            qFatal("%s", english(s.error()).c_str());
        }
    }
    template <typename T> static T must(const Result<T> &r)
    {
        if (!r) {
            qFatal("%s", english(r.error()).c_str());
        }
        return r.value();
    }
    DisplayEntry any()
    {
        const auto all = displays();
        return all[size_t(below(int(all.size())))];
    }

    void step(int which)
    {
        DisplayEntry d = any();
        switch (which) {
        case 0: return addRoom();
        case 1: return addDisplay();
        case 2: d.note = fresh("note"); return must(m_store.studio().change(d, m_now));
        case 3: d.name = fresh("name"); return must(m_store.studio().change(d, m_now));
        case 4: return must(m_store.studio().move(d.id, anyRoom(), m_now));
        case 5: return must(m_store.studio().setRetired(d.id, !d.retired, m_now));
        case 6:
        case 7: return finishNew(d);
        case 8: return beginAndStop(d);
        case 9:
        case 10: return goOn();
        case 11: return addHistory(d);
        case 12: return addPhotograph(d);
        case 13: return changePhotograph(d);
        case 14: return addMeasurement(d);
        case 15: return addCorrection();
        case 16: return install(d);
        default: return addOthers(d);
        }
    }

    void addRoom()
    {
        // Sometimes both sides come upon the same name.
        const QString name = below(4) == 0 ? QStringLiteral("Annex") : fresh("room");
        const auto rooms = m_store.studio().rooms();
        if (std::none_of(rooms.begin(), rooms.end(), [&](const Room &r) { return r.name == name; })) {
            (void)must(m_store.studio().addRoom(name));
        }
        m_facts.rooms.insert(name);
    }
    qint64 anyRoom()
    {
        const auto rooms = m_store.studio().rooms();
        return rooms[size_t(below(int(rooms.size())))].id;
    }
    void addDisplay()
    {
        DisplayEntry d;
        d.model = "Knot 14";
        const int kind = below(4); // without a serial; the same serial on both sides; one of its own
        d.serial = kind < 2 ? QString() : kind == 2 ? QStringLiteral("S-both-%1").arg(below(3)) : fresh("serial");
        d.name = "Knot"; // names tell nothing
        d.technology = "wled";
        d.roomId = anyRoom();
        d.bench = "sim:knot";
        if (!d.serial.isEmpty() && m_store.studio().find(d.model, d.serial)) {
            return;
        }
        const qint64 id = must(m_store.studio().add(d, m_now));
        m_facts.displays[m_store.studio().display(id)->uid] = {d.model, d.serial};
    }

    VisitRecord begun(const DisplayEntry &d)
    {
        VisitRecord r;
        r.id = fresh("visit").toStdString();
        r.plan.target = builtInTargets().front();
        r.plan.tolerance = builtInTolerances().front();
        r.started = m_now;
        r.display.model = d.model.toStdString();
        r.display.serial = d.serial.toStdString();
        return r;
    }
    /// Readings that nobody took before.
    void read(VisitRecord &r, int count)
    {
        for (int i = 0; i < count; ++i) {
            Measurement m;
            m.index = int(r.readings.size()) + 1;
            m.stage = "verify";
            m.name = "patch";
            m.rgb = {0.1, 0.2, 0.3};
            m.xyz = {1, double(++m_counter), 2};
            m_facts.readings[m_counter].insert(QString::fromStdString(r.id));
            m_facts.visits[QString::fromStdString(r.id)].insert(m_counter);
            r.readings.push_back(m);
        }
    }
    void finishNew(const DisplayEntry &d)
    {
        VisitRecord r = begun(d);
        read(r, 1 + below(4));
        r.finished = m_now + std::chrono::minutes(20);
        must(m_store.visits().finish(r, d.id));
    }
    void beginAndStop(const DisplayEntry &d)
    {
        VisitRecord r = begun(d);
        must(m_store.visits().save(r, d.id, VisitState::Running));
        const size_t before = r.readings.size();
        read(r, 1 + below(3));
        add(r, before);
        must(m_store.visits().release(QString::fromStdString(r.id)));
    }
    void add(const VisitRecord &r, size_t from)
    {
        for (size_t i = from; i < r.readings.size(); ++i) {
            must(m_store.visits().addReading(r.id, r.readings[i], r.states));
        }
    }
    /// With one that did not end: more readings, then its end, or an interruption, or it is set aside.
    void goOn()
    {
        std::vector<VisitEntry> open;
        for (const DisplayEntry &d : displays()) {
            for (const VisitEntry &v : m_store.visits().of(d.id)) {
                if (v.state != VisitState::Finished) {
                    open.push_back(v);
                }
            }
        }
        if (open.empty()) {
            return;
        }
        const VisitEntry v = open[size_t(below(int(open.size())))];
        if (v.state == VisitState::SetAside || below(4) == 0) {
            return must(m_store.visits().setState(v.id, v.state == VisitState::SetAside ? VisitState::Running : VisitState::SetAside));
        }
        must(m_store.visits().take(v.id));
        VisitRecord r = must(m_store.visits().record(v.id));
        const size_t before = r.readings.size();
        read(r, below(3));
        add(r, before);
        if (below(2) == 0) {
            r.finished = m_now + std::chrono::minutes(20);
            must(m_store.visits().finish(r, v.displayId));
        } else {
            must(m_store.visits().release(v.id));
        }
    }

    void addHistory(const DisplayEntry &d)
    {
        HistoryEntry e;
        e.at = m_now;
        e.event = "settings";
        e.note = fresh("history").toStdString();
        (void)must(m_store.histories().add(d.id, {e}));
        m_facts.history.insert(e.note);
    }
    void addPhotograph(const DisplayEntry &d)
    {
        const QString content = fresh("photograph");
        (void)must(m_store.pictures().add(d.id, content.toUtf8(), "front", m_now));
        m_facts.photographs.insert(content);
    }
    void changePhotograph(const DisplayEntry &d)
    {
        const auto all = m_store.pictures().of(d.id);
        if (!all.empty()) {
            const auto &p = all[size_t(below(int(all.size())))];
            must(below(2) == 0 ? m_store.pictures().setWords(p.id, fresh("words")) : m_store.pictures().setRemoved(p.id, true, m_now));
        }
    }
    void addMeasurement(const DisplayEntry &d)
    {
        const auto all = m_store.measurements().of(d.id);
        if (!all.empty() && below(3) == 0) {
            return must(m_store.measurements().setRemoved(all.front().id, true, m_now));
        }
        const std::string mark = fresh("measured").toStdString();
        const QJsonObject document{{"schema", "dutiful-lamp/measurement/1"},
                                   {"kind", "gray"},
                                   {"complete", true},
                                   {"finished", QString::fromStdString(isoTime(m_now))},
                                   {"instrument", QJsonObject{{"model", "Tern"}, {"serial", QString::fromStdString(mark)}}},
                                   {"display", QJsonObject{{"model", d.model}, {"serial", d.serial}}}};
        (void)must(m_store.measurements().add(QJsonDocument(document).toJson().toStdString(), d.id));
        m_facts.measurements.insert(mark);
    }
    void addCorrection()
    {
        MatrixCorrection c;
        c.instrumentModel = "Tern";
        c.instrumentSerial = "T-1";
        c.technology = "wled";
        c.made = m_now;
        c.residual = ++m_counter;
        must(m_store.aims().add(c));
        m_facts.corrections.insert(c.residual);
    }
    void install(const DisplayEntry &d)
    {
        const QString output = below(2) == 0 ? QStringLiteral("DP-1") : fresh("output");
        const QByteArray bytes = fresh("profile").toUtf8();
        must(m_store.visits().noteInstalled(d.id, Bytes(bytes.begin(), bytes.end()), "dove", output, m_now));
        m_facts.installations.insert(QStringLiteral("%1|%2").arg(output).arg(m_now.time_since_epoch().count()));
    }
    void addOthers(const DisplayEntry &d)
    {
        switch (below(4)) {
        case 0: {
            InstrumentEntry i;
            i.kind = "colorimeter";
            i.model = "Tern";
            i.serial = below(3) == 0 ? QStringLiteral("T-both") : fresh("instrument");
            i.note = fresh("note");
            m_facts.instruments.insert(i.serial);
            return must(m_store.studio().keep(i));
        }
        case 1: {
            Target t = builtInTargets().front();
            t.name = (below(3) == 0 ? QStringLiteral("House") : fresh("target")).toStdString();
            t.luminance = {LuminanceTarget::Kind::Value, 80.0 + below(60), 0, 0};
            m_facts.targets.insert(QString::fromStdString(t.name));
            return must(m_store.aims().keep(t));
        }
        case 2: {
            const QString name = fresh("assignment");
            m_facts.assignments.insert(name);
            return must(m_store.histories().addAssignment({m_now, name.toStdString(), {}}, below(2) == 0 ? std::optional(d.id) : std::nullopt));
        }
        default: return must(m_store.studio().setCadence(d.id, 7 + below(60)));
        }
    }

    Store &m_store;
    Facts &m_facts;
    std::mt19937 &m_random;
    int &m_counter;
    QString m_tag;
    WallTime m_now;
};

/// All rows of all tables, without what says who works on it just now.
QByteArray dump(Store &store)
{
    QStringList all;
    for (const char *table :
         {"studio", "room", "display", "display_event", "picture", "correction", "target", "tolerance", "profile", "visit", "finding", "state",
          "reading", "installation", "display_status", "history_entry", "measurement", "assignment", "instrument"}) {
        store::Rows rows = store.connection().read(QStringLiteral("SELECT * FROM %1").arg(QLatin1String(table)));
        QStringList lines;
        const int columns = store.connection().database().record(QLatin1String(table)).count();
        while (rows.next()) {
            QStringList line;
            for (int i = 0; i < columns; ++i) {
                line << QString::fromLatin1(rows.value(i).toByteArray().toHex());
            }
            lines << line.join(',');
        }
        lines.sort();
        all << QLatin1String(table) << lines;
    }
    return all.join('\n').toUtf8();
}

QStringList column(Store &store, const QString &sql)
{
    QStringList all;
    store::Rows rows = store.connection().read(sql);
    while (rows.next()) {
        all << rows.text(0);
    }
    return all;
}

} // namespace

class TestMergeRandom : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_dir;

    /// One side's facts at home; \param copy whose unended visits stay there
    static QString missing(const Facts &facts, Store &home, Store &copy, const Merge &merge)
    {
        QStringList wrong;
        const auto once = [&](const char *what, QStringList there, const auto &wanted) {
            there.sort();
            for (const auto &one : wanted) {
                const QString text = [&] {
                    if constexpr (std::is_same_v<std::decay_t<decltype(one)>, std::string>) {
                        return QString::fromStdString(one);
                    } else if constexpr (std::is_same_v<std::decay_t<decltype(one)>, double>) {
                        return QString::number(one);
                    } else {
                        return one;
                    }
                }();
                if (const auto count = there.count(text); count != 1) {
                    wrong << QStringLiteral("%1 %2: %3 times").arg(QLatin1String(what), text).arg(count);
                }
            }
        };
        once("history", column(home, "SELECT note FROM history_entry"), facts.history);
        once("photograph", column(home, "SELECT CAST(content AS TEXT) FROM picture WHERE display_id IS NOT NULL"), facts.photographs);
        once("assignment", column(home, "SELECT name FROM assignment"), facts.assignments);
        once("target", column(home, "SELECT name FROM target WHERE listed = 1"), facts.targets);
        once("room", column(home, "SELECT name FROM room"), facts.rooms);
        once("instrument", column(home, "SELECT serial FROM instrument"), facts.instruments);
        once("measurement", column(home, "SELECT instrument FROM measurement"), facts.measurements);
        once("installation", column(home, "SELECT output || '|' || installed_at FROM installation"), facts.installations);
        QStringList residuals;
        for (const MatrixCorrection &c : home.aims().corrections()) {
            residuals << QString::number(c.residual);
        }
        once("correction", residuals, facts.corrections);
        displaysMissing(facts, home, wrong);
        readingsMissing(facts, home, copy, merge, wrong);
        statusesWrong(home, wrong);
        return wrong.join("\n");
    }

    static void displaysMissing(const Facts &facts, Store &home, QStringList &wrong)
    {
        std::set<QString> bySerial;
        for (const auto &[uid, named] : facts.displays) {
            const auto &[model, serial] = named;
            const int count = serial.isEmpty()
                                  ? int(column(home, "SELECT name FROM display WHERE uid = '" + uid + "'").size())
                                  : int(column(home, "SELECT name FROM display WHERE serial = '" + serial + "' AND model = '" + model + "'").size());
            if (count != 1) {
                wrong << QStringLiteral("display %1 (%2): %3 times").arg(uid, serial).arg(count);
            }
            if (!serial.isEmpty()) {
                bySerial.insert(serial);
            }
        }
        const qsizetype without =
            std::count_if(facts.displays.begin(), facts.displays.end(), [](const auto &d) { return d.second.second.isEmpty(); });
        const qsizetype there = column(home, "SELECT uid FROM display").size();
        if (there != without + qsizetype(bySerial.size())) {
            wrong << QStringLiteral("%1 displays, not %2").arg(there).arg(without + qsizetype(bySerial.size()));
        }
        // Events of displays that are the same ones on both sides by uid; those of twins by serial stand under home's uid.
        QStringList events;
        for (const QString &uid : column(home, "SELECT uid FROM display")) {
            const auto d = home.studio().byUid(uid);
            for (const DisplayEvent &e : home.studio().events(d->id)) {
                events << Side::eventText(uid, e);
            }
        }
        for (const QString &e : facts.events) {
            const QString uid = e.section('|', 0, 0);
            const auto twin = facts.displays.find(uid);
            const bool own = home.studio().byUid(uid).has_value();
            const QString tail = e.section('|', 1);
            const auto count =
                std::count_if(events.begin(), events.end(), [&](const QString &f) { return own ? f == e : f.section('|', 1) == tail; });
            if (count != 1 && (own || twin == facts.displays.end() || count == 0)) {
                wrong << QStringLiteral("event %1: %2 times").arg(e).arg(count);
            }
        }
    }

    /// Every reading is at home once; twice only where its visit went on on both sides and became two; nowhere only where the copy says so.
    static void readingsMissing(const Facts &facts, Store &home, Store &copy, const Merge &merge, QStringList &wrong)
    {
        std::map<int, QStringList> there;
        {
            store::Rows rows = home.connection().read("SELECT r.y, v.uid FROM reading r JOIN visit v ON v.id = r.visit_id");
            while (rows.next()) {
                there[int(rows.real(0))] << rows.text(1);
            }
        }
        std::set<QString> open;
        for (const QString &uid : column(copy, "SELECT uid FROM visit WHERE state = 0")) {
            open.insert(uid);
        }
        std::set<QString> left;
        for (const auto &[value, visits] : facts.readings) {
            const QString visit = *visits.begin();
            const QStringList found = there[value];
            if (found.isEmpty() && open.contains(visit)) {
                left.insert(visit);
            } else if (found.isEmpty()) {
                const QString of = "SELECT state || ' with ' || readings FROM visit WHERE uid = '" + visit + "'";
                wrong << QStringLiteral("reading %1 of %2 is lost (in the copy state %3, at home %4)")
                             .arg(value)
                             .arg(visit, column(copy, of).join(' '), column(home, of).join(' '));
            }
            const bool twice = QSet<QString>(found.begin(), found.end()).size() != found.size();
            // Beside the visit that it was taken in only one that a merge made of a part may have it, and only where a merge said so.
            const auto own = std::count_if(found.begin(), found.end(), [&](const QString &uid) { return facts.visits.contains(uid); });
            if (twice || own > 1 || (found.size() > 1 && facts.apart == 0)) {
                wrong << QStringLiteral("reading %1 of %2 is in %3").arg(value).arg(visit, found.join(' '));
            }
        }
        if (int(left.size()) > merge.unended) {
            wrong << QStringLiteral("%1 visits are left out, and %2 were told").arg(left.size()).arg(merge.unended);
        }
        // No visit at home holds readings that no one visit ever had: those of one number from two sides are not mixed.
        store::Rows rows =
            home.connection().read("SELECT v.uid, count(*), v.readings FROM visit v LEFT JOIN reading r ON r.visit_id = v.id GROUP BY v.id "
                                   "HAVING count(r.number) <> v.readings");
        while (rows.next()) {
            wrong << QStringLiteral("visit %1 has %2 readings and says %3").arg(rows.text(0)).arg(rows.integer(1)).arg(rows.integer(2));
        }
    }

    /// What a display's status says is what its newest finished visit left.
    static void statusesWrong(Store &home, QStringList &wrong)
    {
        store::Rows rows =
            home.connection().read("SELECT d.id, s.finished_at, (SELECT max(v.finished_at) FROM visit v WHERE v.display_id = d.id AND v.state "
                                   "= 1) FROM display d LEFT JOIN display_status s ON s.display_id = d.id");
        while (rows.next()) {
            if (!rows.isNull(2) && rows.integer(1) < rows.integer(2)) {
                wrong << QStringLiteral("display %1 says %2 and its last visit is of %3")
                             .arg(rows.integer(0))
                             .arg(rows.integer(1))
                             .arg(rows.integer(2));
            }
        }
        for (const QString &fault : column(home, "PRAGMA foreign_key_check")) {
            wrong << "foreign key: " + fault;
        }
    }

    void oneSeed(unsigned seed)
    {
        std::mt19937 random(seed);
        int counter = 0;
        Facts facts;
        const QString place = m_dir.filePath(QStringLiteral("home%1.sqlite").arg(seed)),
                      file = m_dir.filePath(QStringLiteral("copy%1.sqlite").arg(seed));
        auto home = std::move(Store::open(place)).value();
        const qint64 booth = home->studio().addRoom("Booth").value();
        DisplayEntry first;
        first.name = "Knot";
        first.model = "Knot 14";
        first.technology = "wled";
        first.roomId = booth;
        first.bench = "sim:knot";
        const WallTime begins = fromIsoTime("2031-01-01T08:00:00Z"), taken = fromIsoTime("2031-02-01T08:00:00Z");
        const qint64 id = home->studio().add(first, begins).value();
        facts.displays[home->studio().display(id)->uid] = {first.model, {}};
        facts.rooms.insert("Booth");
        Side(*home, facts, random, counter, "before", begins).work(20);
        QVERIFY(store::takeAlong(*home, file, taken, {}, {}).status.ok());
        auto copy = std::move(Store::open(file)).value();
        for (int round = 0; round < 2; ++round) {
            const WallTime later = taken + std::chrono::days(1 + 30 * round);
            Side(*copy, facts, random, counter, QStringLiteral("copy%1").arg(round), later).work(15);
            Side(*home, facts, random, counter, QStringLiteral("home%1").arg(round), later + std::chrono::seconds(7)).work(15);
            const QByteArray before = dump(*home), copyBefore = dump(*copy);
            auto preview = store::mergeOf(*copy, *home);
            QVERIFY2(preview.ok(), preview ? "" : qPrintable(QStringLiteral("seed %1: ").arg(seed) + english(preview.error()).c_str()));
            QVERIFY2(dump(*home) == before && dump(*copy) == copyBefore, "looking wrote");
            std::vector<MergeConflict> decided = preview->conflicts;
            for (MergeConflict &c : decided) {
                c.takeMine = random() % 2 == 0;
            }
            const auto done = store::bringHome(*copy, *home, decided, later + std::chrono::days(20));
            QVERIFY2(done.ok(), done ? "" : qPrintable(QStringLiteral("seed %1: ").arg(seed) + english(done.error()).c_str()));
            QCOMPARE(done->unended, preview->unended);
            QVERIFY2(dump(*copy) == copyBefore, "the copy was changed");
            facts.apart += done->apart;
            const QString wrong = missing(facts, *home, *copy, *done);
            QVERIFY2(wrong.isEmpty(), qPrintable(QStringLiteral("seed %1, round %2:\n%3").arg(seed).arg(round).arg(wrong)));
            fieldsAreDecided(seed, *home, decided);
            // Once more: nothing comes that is there already.
            const QByteArray after = dump(*home);
            const auto again = store::mergeOf(*copy, *home);
            QVERIFY(again.ok());
            QVERIFY2(
                again->counts.empty(),
                qPrintable(
                    QStringLiteral("seed %1 brings again: %2").arg(seed).arg(again->counts.empty() ? "" : again->counts.begin()->first.c_str())));
            QVERIFY(store::bringHome(*copy, *home, again->conflicts, later + std::chrono::days(21)).ok());
            QVERIFY2(dump(*home) == after, qPrintable(QStringLiteral("seed %1: a second merge changed something").arg(seed)));
        }
        QVERIFY(Store::examine(place, {}).ok());
    }

    /// A conflict comes out as it was decided.
    void fieldsAreDecided(unsigned seed, Store &home, const std::vector<MergeConflict> &decided)
    {
        for (const MergeConflict &c : decided) {
            if (c.kind == "display" && (c.field == "note" || c.field == "name")) {
                const auto d = home.studio().byUid(QString::fromStdString(c.key));
                QVERIFY(d.has_value());
                const QString is = c.field == "note" ? d->note : d->name;
                QVERIFY2(is.toStdString() == (c.takeMine ? c.mine : c.theirs), qPrintable(QStringLiteral("seed %1: %2").arg(seed).arg(is)));
            }
        }
    }

private Q_SLOTS:
    void nothingIsLostOrDoubled_data()
    {
        const int seeds = qEnvironmentVariableIntValue("LAMP_SEEDS") > 0 ? qEnvironmentVariableIntValue("LAMP_SEEDS") : 12;
        const int first = qEnvironmentVariableIntValue("LAMP_SEED");
        constexpr int kAtOnce = 12;
        QTest::addColumn<int>("from");
        QTest::addColumn<int>("to");
        for (int seed = first; seed < first + seeds; seed += kAtOnce) {
            QTest::addRow("from seed %d on", seed) << seed << std::min(first + seeds, seed + kAtOnce);
        }
    }
    void nothingIsLostOrDoubled()
    {
        QFETCH(int, from);
        QFETCH(int, to);
        for (int seed = from; seed < to && !QTest::currentTestFailed(); ++seed) {
            oneSeed(unsigned(seed));
            QFile::remove(m_dir.filePath(QStringLiteral("home%1.sqlite").arg(seed)));
            QFile::remove(m_dir.filePath(QStringLiteral("copy%1.sqlite").arg(seed)));
        }
    }
};

LAMP_TEST(merge_random, TestMergeRandom)

} // namespace merge_random_test

#include "test_merge_random.moc"
