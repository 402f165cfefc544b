// SPDX-License-Identifier: GPL-3.0-or-later
// Measurements beside visits and diagnoses in the studio: each once, of the display that it names, told from what it is not, moved with the rest.
#include "english.h"
#include "support.h"

#include "store/registers.h"
#include "store/transfer.h"
#include "store/visited.h"
#include "survey/results.h"

#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>

namespace measurements_test {

using namespace lamp;

namespace {

constexpr WallTime kNow = WallTime{std::chrono::seconds{1900000000}};

/// A contrast that was measured. \param serial of the display \param black cd/m²
std::string contrastOf(const std::string &serial, double black, const char *finished = "2031-03-04T09:20:00Z")
{
    SurveyRecord r;
    r.plan.kind = SurveyKind::Contrast;
    r.display.model = "Knot 24";
    r.display.serial = serial;
    r.instrument.model = "tern";
    r.instrument.serial = "T-1";
    r.started = fromIsoTime("2031-03-04T09:00:00Z");
    r.finished = fromIsoTime(finished);
    r.patches = surveyPatches(r.plan, r.display).value();
    for (const SurveyPatch &p : r.patches) {
        Measurement m;
        m.index = int(r.readings.size()) + 1;
        m.name = p.name;
        m.rgb = p.rgb;
        m.xyz = p.rgb.a > 0 ? XYZ{95, 100, 108} : XYZ{black, black, black};
        m.sigma = {0.001, 0.001, 0.001};
        r.readingOf.push_back(int(r.readings.size()));
        r.readings.push_back(m);
    }
    r.complete = true;
    return surveyJson(r, surveyResults(r));
}

const std::string kDiagnosis = R"({"schema": "dutiful-lamp/diagnosis/1", "display": {"model": "Knot 24", "serial": "K-1"},
 "instrument": {"model": "tern", "serial": ""}, "finished": "2031-04-01T10:00:00Z", "healthy": 0.01, "causes": [],
 "said_codes": [{"code": "diagnosis-unexplained", "arguments": [[3.2, 1]]}]})";

} // namespace

class TestMeasurements : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_folder;
    std::unique_ptr<Store> m_store;
    qint64 m_knot = 0, m_other = 0;

    [[nodiscard]] QString path(const char *name = "studio.sqlite") const { return m_folder.filePath(QString::fromLatin1(name)); }

private Q_SLOTS:
    void initTestCase()
    {
        auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        m_store = std::move(opened).value();
        std::vector<RegisterEntry> displays(2);
        displays[0].serial = "K-1";
        displays[0].model = "Knot 24";
        displays[0].name = "Knot, lettering";
        displays[1].serial = "K-2";
        displays[1].model = "Knot 24";
        displays[1].name = "Knot, spare";
        const auto changes = registerChanges(*m_store, displays);
        QVERIFY(changes.ok() && applyRegister(*m_store, changes.value(), kNow));
        m_knot = m_store->studio().find("Knot 24", "K-1")->id;
        m_other = m_store->studio().find("Knot 24", "K-2")->id;
    }

    void aDocumentIsKeptOnceAndAsItIs()
    {
        const std::string document = contrastOf("K-1", 0.1);
        QVERIFY(store::looksLikeMeasurement(document));
        const auto before = m_store->measurements().describe(document);
        QVERIFY(before.ok() && before->id == 0 && before->displayId == m_knot);
        const auto id = m_store->measurements().add(document), again = m_store->measurements().add(document);
        QVERIFY2(id.ok() && again.ok(), id.ok() ? "" : english(id.error()).c_str());
        QCOMPARE(id.value(), again.value());
        QCOMPARE(m_store->measurements().describe(document)->id, id.value());
        const auto all = m_store->measurements().of(m_knot);
        QCOMPARE(all.size(), size_t(1));
        QCOMPARE(all[0].kind, std::string("contrast"));
        QCOMPARE(isoTime(all[0].finished), std::string("2031-03-04T09:20:00Z"));
        QCOMPARE(all[0].instrument, std::string("T-1"));
        QVERIFY(all[0].complete && !all[0].said.empty());
        QVERIFY(english(all[0].said.front()).find("1000 : 1") != std::string::npos);
        QVERIFY(m_store->measurements().document(id.value()) == document);
        QVERIFY(!m_store->measurements().document(id.value() + 1000));
    }

    // The display that a document names counts, not the one that happens to be chosen.
    void theDocumentsOwnDisplayCounts()
    {
        const auto id = m_store->measurements().add(contrastOf("K-2", 0.2), m_knot);
        QVERIFY(id.ok());
        QCOMPARE(m_store->measurements().of(m_other).size(), size_t(1));
        // One that names none is of the display that it was taken of; without that it is refused.
        QVERIFY(m_store->measurements().add(contrastOf("", 0.3), m_other).ok());
        QCOMPARE(m_store->measurements().of(m_other).size(), size_t(2));
        const auto nobody = m_store->measurements().add(contrastOf("K-9", 0.3));
        QVERIFY(!nobody.ok() && nobody.error().kind == ErrorKind::Input);
        QVERIFY(english(nobody.error()).find("does not have its display") != std::string::npos);
    }

    void listsAreByDateAndKind()
    {
        QVERIFY(m_store->measurements().add(kDiagnosis).ok());
        QVERIFY(m_store->measurements().add(contrastOf("K-1", 0.15, "2031-02-01T09:20:00Z")).ok());
        const auto all = m_store->measurements().of(m_knot);
        QCOMPARE(all.size(), size_t(3));
        QCOMPARE(all[0].kind, std::string("diagnosis"));
        QCOMPARE(all[0].instrument, std::string("tern")); // it has no serial
        QCOMPARE(english(all[0].said.at(0)).substr(0, 4), english(say("diagnosis-unexplained", decimal(3.2, 1))).substr(0, 4));
        QVERIFY(all[1].finished > all[2].finished);
        QCOMPARE(m_store->measurements().of(m_knot, "contrast").size(), size_t(2));
        QCOMPARE(m_store->measurements().of(m_knot, {}, {1, 1}).size(), size_t(1));
        QVERIFY(m_store->measurements().all().size() >= 5);
        // Put away it is in no list, and still there.
        QVERIFY(m_store->measurements().setRemoved(all[1].id, true, kNow));
        QCOMPARE(m_store->measurements().of(m_knot, "contrast").size(), size_t(1));
        QVERIFY(m_store->measurements().document(all[1].id));
        QVERIFY(m_store->measurements().setRemoved(all[1].id, false, kNow));
        QCOMPARE(m_store->measurements().of(m_knot, "contrast").size(), size_t(2));
        // Brought in once more it is wanted again.
        QVERIFY(m_store->measurements().setRemoved(all[1].id, true, kNow));
        QCOMPARE(m_store->measurements().add(*m_store->measurements().document(all[1].id)).value(), all[1].id);
        QCOMPARE(m_store->measurements().of(m_knot, "contrast").size(), size_t(2));
    }

    void whatIsNoDocumentIsRefused()
    {
        const size_t before = m_store->measurements().all().size();
        auto json = nlohmann::json::parse(contrastOf("K-1", 0.4));
        std::vector<std::string> bad{"", "{", "[]", "{}", R"({"schema": "dutiful-lamp/visit/1"})", R"({"schema": 7})"};
        for (const char *key : {"kind", "complete", "finished", "instrument", "display"}) {
            auto without = json, wrong = json;
            without.erase(key);
            wrong[key] = nlohmann::json::array({1});
            bad.push_back(without.dump());
            bad.push_back(wrong.dump());
        }
        for (const char *kind : {"../../elsewhere", "diagnosis", ""}) {
            auto other = json;
            other["kind"] = kind;
            bad.push_back(other.dump());
        }
        json["finished"] = "yesterday";
        bad.push_back(json.dump());
        for (const std::string &text : bad) {
            const auto refused = m_store->measurements().add(text, m_knot);
            QVERIFY2(!refused.ok() && refused.error().kind == ErrorKind::Input, text.substr(0, 60).c_str());
            QVERIFY(!english(refused.error()).empty());
        }
        QCOMPARE(m_store->measurements().all().size(), before);
        QVERIFY(!m_store->takeProblem());
    }

    // A studio that moves takes them along; a file of before gets a place for them.
    void theyMoveWithTheStudio()
    {
        const QString to = path("moved.sqlite");
        const auto moved = store::copyStudio(*m_store, to, store::Others::Wait, {}, {});
        QVERIFY2(moved.status.ok(), moved.status.ok() ? "" : english(moved.status.error()).c_str());
        auto other = Store::open(to);
        QVERIFY(other.ok());
        const auto here = m_store->measurements().all(), there = other.value()->measurements().all();
        QCOMPARE(there.size(), here.size());
        for (size_t i = 0; i < here.size(); ++i) {
            QCOMPARE(there[i].id, here[i].id);
            QVERIFY(other.value()->measurements().document(there[i].id) == m_store->measurements().document(here[i].id));
        }
        other.value().reset();
        {
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "raw");
            db.setDatabaseName(to);
            QVERIFY(db.open());
            QSqlQuery q(db);
            QVERIFY2(q.exec("DROP TABLE measurement") && q.exec("DROP TABLE room_outline") && q.exec("DROP TABLE display_spot")
                         && q.exec("ALTER TABLE studio DROP COLUMN uid") && q.exec("DROP INDEX display_uid")
                         && q.exec("ALTER TABLE display DROP COLUMN uid") && q.exec("DROP TABLE done_work") && q.exec("PRAGMA user_version = 11"),
                     qPrintable(q.lastError().text()));
        }
        QSqlDatabase::removeDatabase("raw");
        other = Store::open(to);
        QVERIFY2(other.ok(), other.ok() ? "" : english(other.error()).c_str());
        QCOMPARE(other.value()->copyBefore(), to + ".version-11");
        QVERIFY(other.value()->measurements().all().empty());
        QVERIFY(other.value()->measurements().add(kDiagnosis).ok());
        // What two people matched by eye is kept the same way, of the display that follows; found by its reference.
        EyeMatch eye{"Knot 24", "K-1", "Avocet 27", "A-1", {95, 100, 108}, fromIsoTime("2031-03-04T09:20:00Z"), {}};
        for (const char *person : {"A", "A", "A", "B", "B", "B"}) {
            eye.settings.push_back({person, 0.003, 0.001, 0});
        }
        const std::string document = eyeMatchToJson(eye);
        QVERIFY(store::looksLikeMeasurement(document));
        const auto kept = other.value()->measurements().add(document);
        QVERIFY2(kept.ok(), kept ? "" : english(kept.error()).c_str());
        const qint64 knot = other.value()->studio().find("Knot 24", "K-1")->id;
        QCOMPARE(other.value()->measurements().of(knot, "eye-match").size(), size_t(1));
        QVERIFY(!other.value()->measurements().of(knot, "eye-match").front().said.empty());
        QVERIFY(eyeMatchOf(*other.value(), knot, "Avocet 27 A-1") && !eyeMatchOf(*other.value(), knot, "Avocet 27 A-2"));
        QVERIFY(other.value()->measurements().setRemoved(kept.value(), true, kNow).ok());
        QVERIFY(!eyeMatchOf(*other.value(), knot, "Avocet 27 A-1"));
        QCOMPARE(other.value()->studio().count(), 2);
    }
};

LAMP_TEST(measurements, TestMeasurements)

} // namespace measurements_test
#include "test_measurements.moc"
