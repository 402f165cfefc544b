// SPDX-License-Identifier: GPL-3.0-or-later
// Registers in and out, by random ones: a file says what it was written from, a preview says what is then done and nothing else, what was done
// needs doing no more, and what fails in the middle was never begun.
#include "english.h"
#include "support.h"

#include "store/registers.h"

#include <QTemporaryDir>

#include <map>
#include <random>
#include <set>

namespace registers_test {

using namespace lamp;

namespace {

constexpr WallTime kNow = WallTime{std::chrono::seconds{1900000000}};

class Anything {
public:
    explicit Anything(unsigned seed) : m_random(seed) {}

    std::string text()
    {
        static const std::vector<std::string> texts{"Avocet",
                                                    "Dunlin, atlas wall",
                                                    "100 %",
                                                    "a \"quoted\" name",
                                                    "semi;colon",
                                                    "Straße",
                                                    "屏幕",
                                                    "# comment",
                                                    "=1+1",
                                                    "O'Brien",
                                                    "two\nlines",
                                                    "-",
                                                    "0",
                                                    "x",
                                                    "tab\tinside",
                                                    "ends with a \\",
                                                    "true",
                                                    "1e5",
                                                    "very, very; \"odd\"",
                                                    "null"};
        return texts[m_random() % texts.size()];
    }
    template <typename Make> auto maybe(const Make &make) -> std::optional<decltype(make())>
    {
        return m_random() % 3 == 0 ? std::nullopt : std::optional(make());
    }
    int upTo(int most) { return int(m_random() % unsigned(most + 1)); }

    RegisterEntry entry(const std::string &serial)
    {
        RegisterEntry e;
        e.serial = serial;
        e.name = maybe([this] { return text(); });
        e.model = maybe([this] { return text(); });
        e.technology = maybe([this] { return std::string(upTo(1) == 0 ? "wled" : "qd"); });
        e.room = maybe([this] { return "room " + text(); });
        e.role = maybe([this] { return text(); });
        e.note = maybe([this] { return text(); });
        e.bits = maybe([this] { return 6 + upTo(10); });
        e.cadenceDays = maybe([this] { return 1 + upTo(364); });
        e.critical = maybe([this] { return upTo(3); });
        e.retired = maybe([this] { return upTo(3) == 0; });
        return e;
    }
    /// Entries of different serials.
    std::vector<RegisterEntry> some(int most, int serials)
    {
        std::vector<RegisterEntry> all;
        std::set<int> used;
        for (int i = 0; i < 1 + upTo(most - 1); ++i) {
            const int serial = upTo(serials);
            if (used.insert(serial).second) {
                all.push_back(entry("SN-" + std::to_string(serial)));
            }
        }
        return all;
    }

private:
    std::mt19937 m_random;
};

/// What a studio holds of a display, as text.
std::map<std::string, std::string> cardsOf(Store &store)
{
    std::map<qint64, QString> rooms;
    for (const Room &r : store.studio().rooms()) {
        rooms[r.id] = r.name;
    }
    std::map<std::string, std::string> all;
    const auto take = [&](const std::string &serial) {
        for (const DisplayEntry &d : store.studio().bySerial(QString::fromStdString(serial))) {
            all[serial] = QStringList{d.name,
                                      d.model,
                                      d.technology,
                                      rooms[d.roomId],
                                      d.role,
                                      d.note,
                                      QString::number(d.bits),
                                      QString::number(d.cadenceDays),
                                      QString::number(d.critical),
                                      d.retired ? "retired" : "in use"}
                              .join('|')
                              .toStdString();
        }
    };
    for (int i = 0; i <= 40; ++i) {
        take("SN-" + std::to_string(i));
    }
    return all;
}

} // namespace

class TestRegisters : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    std::unique_ptr<Store> newStore(int number) { return std::move(Store::open(m_dir.filePath(QStringLiteral("s%1.sqlite").arg(number)))).value(); }

private Q_SLOTS:
    // None is lost: what is put away comes back, what replaces a mark leaves the one before where it was.
    void picturesAreKeptAndPutAway()
    {
        QTemporaryDir dir;
        auto store = std::move(Store::open(dir.filePath("pictures.sqlite"))).value();
        DisplayEntry d;
        d.roomId = store->studio().addRoom("Scanning room").value();
        d.name = d.model = "Knot 14";
        const qint64 one = store->studio().add(d, kNow).value();
        d.model = "Knot 15";
        const qint64 other = store->studio().add(d, kNow).value();
        store::Pictures &pictures = store->pictures();
        const QByteArray content("\0\1\xff jpeg", 9);
        const qint64 first = pictures.add(one, content, "the back", kNow).value(), second = pictures.add(one, "b", {}, kNow).value();
        QVERIFY(pictures.of(other).empty());
        QCOMPARE(pictures.of(one).size(), size_t(2));
        QCOMPARE(pictures.content(first), content);
        QVERIFY(pictures.setRemoved(first, true, kNow).ok());
        QCOMPARE(pictures.of(one).front().id, second);
        QCOMPARE(pictures.content(first), content);
        QVERIFY(pictures.setRemoved(first, false, kNow).ok() && pictures.setWords(second, "where it stands").ok());
        QCOMPARE(pictures.of(one).front().words, QString("the back"));
        QCOMPARE(pictures.of(one).back().words, QString("where it stands"));
        const auto large = pictures.add(one, QByteArray(store::kMostPictureBytes + 1, 'x'), {}, kNow);
        QVERIFY(!large.ok() && large.error().code == "too-large" && !pictures.add(one, {}, {}, kNow).ok());
        QVERIFY(pictures.letterhead() == Letterhead{});
        QVERIFY(pictures.setLetterhead({"Saltmarsh Cartographic", {1, 2, 3}}, kNow).ok());
        QVERIFY(pictures.setLetterhead({"Saltmarsh Cartographic", {4, 5}}, kNow).ok());
        QVERIFY(pictures.letterhead() == (Letterhead{"Saltmarsh Cartographic", {4, 5}}));
        QVERIFY(pictures.setLetterhead({{}, {}}, kNow).ok() && pictures.letterhead() == Letterhead{});
        QCOMPARE(pictures.of(one).size(), size_t(2)); // the marks are nobody's photographs
    }

    // Sources of the formats: RFC 4180, RFC 8259. Whatever names people give, a register is what it was written from.
    void aFileSaysWhatItWasWrittenFrom()
    {
        Anything any(1);
        for (int i = 0; i < 300; ++i) {
            const auto entries = any.some(6, 30);
            const auto json = registerFrom(registerToJson(entries));
            QVERIFY2(json.ok(), json ? "" : english(json.error().paragraph()).c_str());
            QCOMPARE(json->size(), entries.size());
            for (size_t k = 0; k < entries.size(); ++k) {
                QVERIFY2(json.value()[k] == entries[k], registerToJson({entries[k]}).c_str());
            }
            const auto csv = registerFrom(registerToCsv(entries));
            QVERIFY2(csv.ok(), csv ? "" : (english(csv.error().paragraph()) + "\n" + registerToCsv(entries)).c_str());
            QCOMPARE(csv->size(), entries.size());
            for (size_t k = 0; k < entries.size(); ++k) {
                QVERIFY2(csv.value()[k] == entries[k], (registerToCsv({entries[k]}) + registerToCsv({csv.value()[k]})).c_str());
            }
        }
    }

    // A preview tells of each display what would become of it, field by field; doing it does that, and once.
    void aPreviewIsWhatIsDone()
    {
        for (unsigned seed = 1; seed <= 12; ++seed) {
            Anything any(seed);
            const auto store = newStore(int(seed));
            for (int round = 0; round < 8; ++round) {
                const auto entries = any.some(12, 40);
                const auto before = cardsOf(*store);
                const auto changes = registerChanges(*store, entries);
                QVERIFY2(changes.ok(), changes ? "" : english(changes.error().paragraph()).c_str());
                QCOMPARE(changes->size(), entries.size());
                QCOMPARE(cardsOf(*store), before); // a look changes nothing
                const Status done = applyRegister(*store, changes.value(), kNow);
                if (!done) {
                    QCOMPARE(done.error().code, std::string("twin")); // two of one model and serial cannot be, here never
                    QFAIL(english(done.error().paragraph()).c_str());
                }
                const auto after = cardsOf(*store);
                for (const RegisterChange &c : changes.value()) {
                    const std::string &serial = c.entry.serial;
                    switch (c.kind) {
                    case RegisterChange::Kind::Add: QVERIFY(!before.contains(serial) && after.contains(serial)); break;
                    case RegisterChange::Kind::Change:
                        QVERIFY2(!c.fields.empty() && before.at(serial) != after.at(serial), (before.at(serial) + "\n" + after.at(serial)).c_str());
                        break;
                    case RegisterChange::Kind::Same:
                        QVERIFY(c.fields.empty());
                        QCOMPARE(after.at(serial), before.at(serial));
                        break;
                    }
                }
                // Who is not named stays.
                for (const auto &[serial, card] : before) {
                    const bool named = std::any_of(entries.begin(), entries.end(), [&](const RegisterEntry &e) { return e.serial == serial; });
                    if (!named) {
                        QCOMPARE(after.at(serial), card);
                    }
                }
                const auto again = registerChanges(*store, entries);
                QVERIFY(again.ok());
                for (const RegisterChange &c : again.value()) {
                    QVERIFY2(c.kind == RegisterChange::Kind::Same, (c.entry.serial + ": " + (c.fields.empty() ? "" : c.fields.front())).c_str());
                }
            }
        }
    }

    // What a studio writes makes another one like it, and itself no different.
    void aStudioMakesItselfAgain()
    {
        for (unsigned seed = 21; seed <= 26; ++seed) {
            Anything any(seed);
            const auto store = newStore(int(seed)), copy = newStore(int(seed) + 100);
            auto entries = any.some(20, 40);
            for (RegisterEntry &e : entries) {
                e.retired.reset(); // those out of use are not written
            }
            QVERIFY(applyRegister(*store, registerChanges(*store, entries).value(), kNow).ok());
            const auto written = registerOf(*store);
            QVERIFY(applyRegister(*copy, registerChanges(*copy, registerFrom(registerToCsv(written)).value()).value(), kNow).ok());
            QCOMPARE(cardsOf(*copy), cardsOf(*store));
            const auto own = registerChanges(*store, registerFrom(registerToJson(written)).value());
            for (const RegisterChange &c : own.value()) {
                QVERIFY2(c.kind == RegisterChange::Kind::Same,
                         (registerToJson({c.entry}) + (c.fields.empty() ? "" : c.fields.front()) + " " + cardsOf(*store)[c.entry.serial]).c_str());
            }
        }
    }

    // All or nothing: with one entry that cannot be, the others are not there either.
    void oneThatCannotBeLeavesAllAsItWas()
    {
        const auto store = newStore(50);
        Anything any(50);
        QVERIFY(applyRegister(*store, registerChanges(*store, any.some(10, 40)).value(), kNow).ok());
        const auto before = cardsOf(*store);
        const auto rooms = store->studio().rooms().size();
        RegisterEntry good = any.entry("SN-39"), bad = any.entry("SN-40");
        good.room = "a room of its own";
        std::vector<RegisterChange> changes{{RegisterChange::Kind::Add, good, 0, {}}, {RegisterChange::Kind::Change, bad, 999999, {"name"}}};
        changes[1].entry.name = "nobody";
        QVERIFY(!applyRegister(*store, changes, kNow).ok());
        QCOMPARE(cardsOf(*store), before);
        QCOMPARE(store->studio().rooms().size(), rooms);
    }

    // A display that was out of use and is named as in use comes back, and its history tells it once.
    void comingBackIsToldOnce()
    {
        const auto store = newStore(51);
        RegisterEntry e;
        e.serial = "SN-1";
        e.name = "Avocet";
        const auto apply = [&] { return applyRegister(*store, registerChanges(*store, {e}).value(), kNow).ok(); };
        QVERIFY(apply());
        e.retired = true;
        QVERIFY(apply() && apply());
        e.retired = false;
        QVERIFY(apply() && apply());
        QStringList kinds;
        for (const DisplayEvent &event : store->studio().events(store->studio().bySerial("SN-1").front().id)) {
            kinds << event.kind;
        }
        QCOMPARE(kinds, (QStringList{"added", "retired", "restored"}));
    }

    // Files from outside: each fault is named with its place, and nothing of the file is taken.
    void faultyFilesNameTheirPlace_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("named");
        QTest::newRow("no serial column") << "name,model\nA,B\n"
                                          << "serial";
        QTest::newRow("an empty serial") << "serial,name\n,A\n"
                                         << "serial";
        QTest::newRow("bits in words") << "serial,bits\nS,ten\n"
                                       << "bits";
        QTest::newRow("half a day") << "serial,interval_days\nS,0.5\n"
                                    << "interval_days";
        QTest::newRow("no days") << "serial,interval_days\nS,0\n"
                                 << "interval_days";
        QTest::newRow("retired perhaps") << "serial,retired\nS,perhaps\n"
                                         << "retired";
        QTest::newRow("one serial twice") << "serial,name\nS,A\nS,B\n"
                                          << "S";
        QTest::newRow("a column twice") << "serial,name,name\nS,A,B\n"
                                        << "name";
        QTest::newRow("json, no list") << R"({"displays": 5})"
                                       << "displays";
        QTest::newRow("json, a list as name") << R"({"displays": [{"serial": "S", "name": [5]}]})"
                                              << "name";
        QTest::newRow("json, cut") << R"({"displays": [{"serial": "S")"
                                   << "";
        QTest::newRow("nothing") << ""
                                 << "";
    }
    void faultyFilesNameTheirPlace()
    {
        QFETCH(QString, text);
        QFETCH(QString, named);
        const auto entries = registerFrom(text.toStdString());
        QVERIFY2(!entries.ok(), qPrintable(QStringLiteral("%1 entries were taken").arg(entries ? int(entries->size()) : 0)));
        const QString said = QString::fromStdString(english(entries.error().paragraph()));
        QVERIFY2(said.contains(named), qPrintable(said));
    }
};

LAMP_TEST(registers, TestRegisters)

} // namespace registers_test
#include "test_registers.moc"
