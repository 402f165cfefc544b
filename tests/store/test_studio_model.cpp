// SPDX-License-Identifier: GPL-3.0-or-later
// The studio's register against a model of it that is too simple to be wrong: hundreds of acts in a random order, by two who have the store
// open at once, on a file and on a server; after each it says what the model says.
#include "english.h"
#include "support.h"

#include "store/server.h"
#include "store/store.h"

#include <QTemporaryDir>

#include <map>
#include <random>
#include <set>

namespace studio_model_test {

using namespace lamp;

namespace {

constexpr WallTime kBegin = WallTime{std::chrono::seconds{1800000000}};

/// What should be there.
struct Model {
    std::map<qint64, QString> rooms;
    std::map<qint64, DisplayEntry> displays;
    std::map<qint64, std::vector<std::array<QString, 3>>> events; ///< of each display: kind, before, after

    [[nodiscard]] bool taken(const QString &model, const QString &serial, qint64 but) const
    {
        return !serial.isEmpty() && std::any_of(displays.begin(), displays.end(), [&](const auto &d) {
            return d.first != but && d.second.model == model && d.second.serial == serial;
        });
    }
    [[nodiscard]] std::set<qint64> inUse() const
    {
        std::set<qint64> ids;
        for (const auto &[id, d] : displays) {
            if (!d.retired) {
                ids.insert(id);
            }
        }
        return ids;
    }
    /// All words of a text in what is searched through, case left aside.
    [[nodiscard]] std::set<qint64> found(const QString &text) const
    {
        std::set<qint64> ids;
        for (const qint64 id : inUse()) {
            const DisplayEntry &d = displays.at(id);
            const QString all =
                QStringList{d.name, d.model, d.serial, d.technology, rooms.at(d.roomId), d.role, d.note}.join('\n').toUpper().toLower();
            const QStringList words = text.toUpper().toLower().split(' ', Qt::SkipEmptyParts);
            if (std::all_of(words.begin(), words.end(), [&](const QString &w) { return all.contains(w); })) {
                ids.insert(id);
            }
        }
        return ids;
    }
};

std::set<qint64> idsOf(const std::vector<DisplayEntry> &entries)
{
    std::set<qint64> ids;
    for (const DisplayEntry &d : entries) {
        ids.insert(d.id);
    }
    return ids;
}

/// Names with what stores stumble over: quotes, signs of LIKE, other scripts, spaces at the ends, nothing at all.
QString anyText(std::mt19937 &random, bool mayBeEmpty)
{
    static const QStringList words{"Avocet", "Dunlin 32",  "100 %",       "under_score", "O'Brien", "\"quoted\"", "Straße", "ÉCRAN",
                                   "屏幕",   "semi;colon", "back\\slash", "-- comment",  "!",       "tab\there",  "🖥️"};
    if (mayBeEmpty && random() % 4 == 0) {
        return {};
    }
    QString text = words[int(random() % size_t(words.size()))];
    if (random() % 2 == 0) {
        text += ' ' + QString::number(random() % 40);
    }
    return text;
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
    }
    [[nodiscard]] bool good() const { return m_good; }

    /// One act by one of the two, and the same on the model.
    void act()
    {
        store::Studio &studio = m_stores[m_random() % 2]->studio();
        ++m_now;
        const WallTime now = kBegin + std::chrono::seconds{m_now};
        switch (m_random() % 9) {
        case 0: addRoom(studio); break;
        case 1:
        case 2: add(studio, now); break;
        case 3:
        case 4: change(studio, now); break;
        case 5: move(studio, now); break;
        case 6: retire(studio, now); break;
        case 7: cadence(studio); break;
        default: add(studio, now); break;
        }
    }

    /// Everything that can be asked, by both.
    void compare()
    {
        for (const auto &store : m_stores) {
            const store::Studio &studio = store->studio();
            QCOMPARE(idsOf(studio.displays()), m_model.inUse());
            QCOMPARE(studio.count(), int(m_model.inUse().size()));
            std::map<qint64, QString> rooms;
            for (const Room &r : studio.rooms()) {
                rooms[r.id] = r.name;
            }
            QCOMPARE(rooms, m_model.rooms);
            for (const auto &[id, expected] : m_model.displays) {
                compareDisplay(studio, id, expected);
            }
            pages(studio);
            const QString text = anyText(m_random, false);
            QVERIFY2(idsOf(studio.search(text)) == m_model.found(text), qPrintable(text));
        }
    }

private:
    void addRoom(store::Studio &studio)
    {
        const QString name = anyText(m_random, false) + QStringLiteral(" room %1").arg(m_random() % 6);
        const auto id = studio.addRoom(name);
        const bool known = std::any_of(m_model.rooms.begin(), m_model.rooms.end(), [&](const auto &r) { return r.second == name; });
        QCOMPARE(id.ok(), !known); // there is one of that name
        if (id) {
            m_model.rooms[*id] = name;
        }
    }

    [[nodiscard]] qint64 anyRoom() { return std::next(m_model.rooms.begin(), long(m_random() % m_model.rooms.size()))->first; }

    [[nodiscard]] DisplayEntry *anyDisplay()
    {
        return m_model.displays.empty() ? nullptr : &std::next(m_model.displays.begin(), long(m_random() % m_model.displays.size()))->second;
    }

    void fill(DisplayEntry &d)
    {
        d.name = anyText(m_random, false);
        d.model = anyText(m_random, true);
        d.serial = anyText(m_random, true);
        d.technology = m_random() % 2 == 0 ? "wled" : "qd";
        d.note = anyText(m_random, true);
        d.role = anyText(m_random, true);
        d.bits = int(m_random() % 3) * 5;
        d.critical = int(m_random() % 4);
    }

    void add(store::Studio &studio, WallTime now)
    {
        if (m_model.rooms.empty()) {
            addRoom(studio);
        }
        DisplayEntry d;
        fill(d);
        d.roomId = anyRoom();
        d.bench = "sim:avocet";
        const auto id = studio.add(d, now);
        if (m_model.taken(d.model, d.serial, 0)) {
            QVERIFY(!id.ok());
            QCOMPARE(id.error().code, std::string("twin"));
            return;
        }
        QVERIFY2(id.ok(), id ? "" : english(id.error().paragraph()).c_str());
        QVERIFY(!m_model.displays.contains(*id));
        d.id = *id;
        m_model.displays[*id] = d;
        m_model.events[*id].push_back({"added", "", d.name});
    }

    void change(store::Studio &studio, WallTime now)
    {
        DisplayEntry *was = anyDisplay();
        if (was == nullptr) {
            return;
        }
        DisplayEntry d = *was;
        fill(d);
        const bool twin = m_model.taken(d.model, d.serial, d.id);
        const Status done = studio.change(d, now);
        QCOMPARE(done.ok(), !twin);
        if (done) {
            *was = d;
        }
    }

    void move(store::Studio &studio, WallTime now)
    {
        if (DisplayEntry *d = anyDisplay()) {
            const qint64 room = anyRoom();
            QVERIFY(studio.move(d->id, room, now).ok());
            if (room != d->roomId) {
                m_model.events[d->id].push_back({"moved", m_model.rooms[d->roomId], m_model.rooms[room]});
            }
            d->roomId = room;
        }
    }

    void retire(store::Studio &studio, WallTime now)
    {
        if (DisplayEntry *d = anyDisplay()) {
            const bool retired = m_random() % 2 == 0;
            QVERIFY(studio.setRetired(d->id, retired, now).ok());
            if (retired != d->retired.has_value()) {
                m_model.events[d->id].push_back({retired ? "retired" : "restored", "", ""});
                d->retired = retired ? std::optional(now) : std::nullopt;
            }
        }
    }

    void cadence(store::Studio &studio)
    {
        if (DisplayEntry *d = anyDisplay()) {
            d->cadenceDays = int(1 + m_random() % 90);
            QVERIFY(studio.setCadence(d->id, d->cadenceDays).ok());
        }
    }

    void compareDisplay(const store::Studio &studio, qint64 id, const DisplayEntry &expected)
    {
        const auto d = studio.display(id);
        QVERIFY(d.has_value());
        const auto fields = [](const DisplayEntry &e) {
            return QStringList{e.name,
                               e.model,
                               e.serial,
                               e.technology,
                               e.note,
                               e.role,
                               e.bench,
                               QString::number(e.roomId),
                               QString::number(e.bits),
                               QString::number(e.critical),
                               QString::number(e.cadenceDays),
                               QString::number(e.retired.has_value())};
        };
        QCOMPARE(fields(*d), fields(expected));
        std::vector<std::array<QString, 3>> told;
        for (const DisplayEvent &e : studio.events(id)) {
            told.push_back({e.kind, e.before, e.after});
        }
        const auto &wanted = m_model.events[id];
        QCOMPARE(told.size(), wanted.size());
        for (size_t i = 0; i < told.size(); ++i) {
            QCOMPARE(told[i][0], wanted[i][0]);
            if (wanted[i][0] == "moved") {
                QCOMPARE(told[i][1] + '>' + told[i][2], wanted[i][1] + '>' + wanted[i][2]);
            }
        }
        if (!expected.serial.isEmpty()) {
            QVERIFY(idsOf(studio.bySerial(expected.serial)).contains(id));
            const auto found = studio.find(expected.model, expected.serial);
            QVERIFY(found.has_value() && found->id == id);
        }
    }

    /// Pages laid side by side are the whole, nothing twice and nothing missing.
    void pages(const store::Studio &studio)
    {
        std::vector<qint64> all, paged;
        for (const DisplayEntry &d : studio.displays()) {
            all.push_back(d.id);
        }
        const int each = int(1 + m_random() % 5);
        for (int offset = 0; offset < int(all.size()); offset += each) {
            for (const DisplayEntry &d : studio.displays({offset, each})) {
                paged.push_back(d.id);
            }
        }
        QCOMPARE(paged, all);
        for (const auto &[room, name] : m_model.rooms) {
            std::set<qint64> here;
            for (const qint64 id : m_model.inUse()) {
                if (m_model.displays.at(id).roomId == room) {
                    here.insert(id);
                }
            }
            QCOMPARE(idsOf(studio.displaysIn(room)), here);
        }
    }

    std::array<std::unique_ptr<Store>, 2> m_stores;
    std::mt19937 m_random;
    Model m_model;
    int m_now = 0;
    bool m_good = true;
};

void played(const QString &place, unsigned seed, int acts)
{
    Play play(place, seed);
    QVERIFY(play.good());
    for (int i = 0; i < acts; ++i) {
        play.act();
        if (QTest::currentTestFailed()) {
            return;
        }
        if (i % 20 == 19) {
            play.compare();
        }
        if (QTest::currentTestFailed()) {
            qInfo("seed %u, act %d", seed, i);
            return;
        }
    }
}

} // namespace

class TestStudioModel : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aFileSaysWhatTheModelSays()
    {
        QTemporaryDir dir;
        for (unsigned seed = 1; seed <= 4; ++seed) {
            played(dir.filePath(QStringLiteral("studio-%1.sqlite").arg(seed)), seed, 300);
        }
    }

    void aServerSaysWhatTheModelSays()
    {
        TemporaryServer server;
        QVERIFY(server.good());
        for (unsigned seed = 11; seed <= 12; ++seed) {
            played(server.newDatabase(), seed, 200);
        }
    }

    // Opened anew it holds what was done.
    void whatWasDoneIsThereTheNextDay()
    {
        QTemporaryDir dir;
        const QString place = dir.filePath("studio.sqlite");
        std::vector<QString> before;
        const auto all = [&place] {
            std::vector<QString> names;
            auto store = Store::open(place);
            for (const DisplayEntry &d : store.value()->studio().displays()) {
                names.push_back(d.name + '|' + d.serial + '|' + QString::number(d.roomId) + '|' + d.note);
            }
            return names;
        };
        played(place, 31, 150);
        before = all();
        QVERIFY(before.size() > 10);
        QVERIFY(Store::examine(place).ok());
        QCOMPARE(all(), before);
    }
};

LAMP_TEST(studio_model, TestStudioModel)

} // namespace studio_model_test
#include "test_studio_model.moc"
