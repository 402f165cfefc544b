// SPDX-License-Identifier: GPL-3.0-or-later
// Visits of three who work on one store, against a model of who owns what: each reading is there once, of whom it belongs to, whatever the
// others do meanwhile; what is nobody's is offered, and nothing else.
#include "english.h"
#include "support.h"

#include "store/server.h"
#include "store/store.h"

#include <QTemporaryDir>

#include <map>
#include <random>
#include <set>

namespace visits_model_test {

using namespace lamp;

namespace {

constexpr int kNobody = -1, kOwners = 3, kDisplays = 4;

struct Kept {
    qint64 display = 0;
    VisitState state = VisitState::Running;
    int owner = kNobody;
    std::vector<double> luminances; ///< of its readings, in their order
};

VisitRecord recordOf(const std::string &id)
{
    VisitRecord r;
    r.id = id;
    r.plan.task = Task::Check;
    r.lines = Worklist(Task::Check);
    r.display.model = "Knot 14";
    r.started = fromIsoTime("2026-10-02T08:00:00Z");
    r.finished = fromIsoTime("2026-10-02T08:10:00Z");
    return r;
}

class Play {
public:
    Play(const QString &place, unsigned seed) : m_random(seed)
    {
        for (auto &store : m_stores) {
            auto opened = Store::open(place);
            m_good = m_good && opened.ok();
            store = opened ? std::move(opened).value() : nullptr;
        }
        if (!m_good) {
            return;
        }
        const qint64 room = m_stores[0]->studio().addRoom("Scanning room").value();
        for (int i = 0; i < kDisplays; ++i) {
            DisplayEntry d;
            d.roomId = room;
            d.name = "Knot " + QString::number(i);
            d.model = "Knot 14";
            d.serial = QString::number(i);
            d.bench = "sim:knot";
            m_displays.push_back(m_stores[0]->studio().add(d, fromIsoTime("2026-10-01T08:00:00Z")).value());
        }
    }
    [[nodiscard]] bool good() const { return m_good; }
    [[nodiscard]] int readings() const { return m_readings; }
    [[nodiscard]] int refused() const { return m_refused; }

    void act()
    {
        const int who = int(m_random() % kOwners);
        store::Visits &visits = m_stores[size_t(who)]->visits();
        if (m_kept.size() < 3 || m_random() % 12 == 0) {
            begin(visits, who);
            return;
        }
        auto &[id, kept] = *std::next(m_kept.begin(), long(m_random() % m_kept.size()));
        switch (m_random() % 8) {
        case 0: take(visits, who, id, kept); break;
        case 1: release(visits, who, id, kept); break;
        case 2: end(visits, who, id, kept); break;
        case 3: again(visits, who, id, kept); break;
        default: read(visits, who, id, kept); break;
        }
    }

    void compare()
    {
        for (const auto &store : m_stores) {
            std::set<QString> offered, expected;
            for (const VisitEntry &v : store->visits().interrupted()) {
                offered.insert(v.id);
            }
            std::map<qint64, int> worked;
            for (const auto &[id, kept] : m_kept) {
                const auto entry = store->visits().entry(QString::fromStdString(id));
                QVERIFY(entry.has_value());
                QCOMPARE(int(entry->state), int(kept.state));
                QCOMPARE(entry->displayId, kept.display);
                QCOMPARE(entry->readings, int(kept.luminances.size()));
                const auto record = store->visits().record(QString::fromStdString(id));
                QVERIFY(record.ok());
                std::vector<double> luminances;
                for (const Measurement &m : record->readings) {
                    luminances.push_back(m.xyz.b);
                }
                QCOMPARE(luminances, kept.luminances);
                if (kept.state == VisitState::Running) {
                    QCOMPARE(entry->worked, kept.owner != kNobody);
                    worked[kept.display] += kept.owner != kNobody;
                    if (kept.owner == kNobody) {
                        expected.insert(QString::fromStdString(id));
                    }
                }
            }
            QCOMPARE(offered, expected);
            for (const qint64 display : m_displays) {
                QCOMPARE(store->visits().workedOn(display).has_value(), worked[display] > 0);
            }
        }
    }

private:
    void begin(store::Visits &visits, int who)
    {
        const std::string id = "visit-" + std::to_string(m_kept.size() + 1);
        Kept kept{m_displays[m_random() % m_displays.size()], VisitState::Running, who, {}};
        QVERIFY(visits.save(recordOf(id), kept.display, VisitState::Running).ok());
        m_kept[id] = kept;
    }

    void read(store::Visits &visits, int who, const std::string &id, Kept &kept)
    {
        Measurement m;
        // Now and then a number that is there already.
        const bool twice = !kept.luminances.empty() && m_random() % 6 == 0;
        m.index = int(kept.luminances.size()) + (twice ? 0 : 1);
        m.name = "gray";
        const double y = ++m_readings;
        m.xyz = {y, y, y};
        m.sigma = {0.1, 0.1, 0.1};
        const Status done = visits.addReading(id, m);
        const bool may = kept.state == VisitState::Running && kept.owner == who;
        QVERIFY2(done.ok() == (may && !twice), done ? "taken" : english(done.error().paragraph()).c_str());
        if (done) {
            kept.luminances.push_back(m.xyz.b);
        } else {
            ++m_refused;
            if (kept.state == VisitState::Running && !may) {
                QCOMPARE(done.error().code, std::string("owned"));
            }
        }
    }

    void take(store::Visits &visits, int who, const std::string &id, Kept &kept)
    {
        if (kept.state != VisitState::Running || kept.owner == who) {
            return;
        }
        const Status done = visits.take(QString::fromStdString(id));
        QCOMPARE(done.ok(), kept.owner == kNobody);
        if (done) {
            kept.owner = who;
        } else {
            QCOMPARE(done.error().code, std::string("owned"));
        }
    }

    void release(store::Visits &visits, int who, const std::string &id, Kept &kept)
    {
        if (kept.state == VisitState::Running) {
            (void)visits.release(QString::fromStdString(id));
            kept.owner = kept.owner == who ? kNobody : kept.owner; // nobody gives up what is another's
        }
    }

    void end(store::Visits &visits, int who, const std::string &id, Kept &kept)
    {
        if (kept.state != VisitState::Running) {
            return;
        }
        if (kept.owner == who) {
            auto record = visits.record(QString::fromStdString(id));
            QVERIFY(record.ok());
            record.value().finished = fromIsoTime("2026-10-02T09:00:00Z");
            QVERIFY(visits.finish(record.value(), kept.display).ok());
            kept.state = VisitState::Finished;
        } else if (kept.owner == kNobody) {
            QVERIFY(visits.setState(QString::fromStdString(id), VisitState::SetAside).ok());
            kept.state = VisitState::SetAside;
        }
    }

    /// Its present state, by whom it belongs to or not.
    void again(store::Visits &visits, int who, const std::string &id, Kept &kept)
    {
        if (kept.state != VisitState::Running || kept.owner == kNobody) {
            return;
        }
        const Status done = visits.save(recordOf(id), kept.display, VisitState::Running);
        QCOMPARE(done.ok(), kept.owner == who);
        if (!done) {
            QCOMPARE(done.error().code, std::string("owned"));
        }
    }

    std::array<std::unique_ptr<Store>, kOwners> m_stores;
    std::vector<qint64> m_displays;
    std::mt19937 m_random;
    std::map<std::string, Kept> m_kept;
    int m_readings = 0, m_refused = 0;
    bool m_good = true;
};

void played(const QString &place, unsigned seed, int acts)
{
    Play play(place, seed);
    QVERIFY(play.good());
    for (int i = 0; i < acts && !QTest::currentTestFailed(); ++i) {
        play.act();
        if (i % 25 == 24 && !QTest::currentTestFailed()) {
            play.compare();
        }
        if (QTest::currentTestFailed()) {
            qInfo("seed %u, act %d", seed, i);
        }
    }
    QVERIFY(play.readings() > acts / 3 && play.refused() > acts / 20);
}

} // namespace

class TestVisitsModel : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void inAFile()
    {
        QTemporaryDir dir;
        for (unsigned seed = 1; seed <= 4 && !QTest::currentTestFailed(); ++seed) {
            played(dir.filePath(QStringLiteral("studio-%1.sqlite").arg(seed)), seed, 350);
        }
    }

    void onAServer()
    {
        TemporaryServer server;
        QVERIFY(server.good());
        for (unsigned seed = 21; seed <= 22 && !QTest::currentTestFailed(); ++seed) {
            played(server.newDatabase(), seed, 250);
        }
    }
};

LAMP_TEST(visits_model, TestVisitsModel)

} // namespace visits_model_test
#include "test_visits_model.moc"
