// SPDX-License-Identifier: GPL-3.0-or-later
// A fault of the program in one of its threads: the window stays, what was read stays, and it is told. Here what listens to a thread throws,
// where anything of ours might.
#include "support.h"

#include "app/survey/survey_runner.h"
#include "app/visit/quick_reader.h"
#include "app/visit/visit_runner.h"

#include <QSignalSpy>
#include <QTemporaryDir>

namespace faults_test {

using namespace lamp;
using namespace lamp::app;

namespace {

BenchSource simulated()
{
    BenchSource source;
    source.simulated = std::shared_ptr<sim::SimBench>(std::move(sim::makeBench("avocet", 7)).value());
    return source;
}

} // namespace

class TestFaults : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

private Q_SLOTS:
    void aVisitEndsInOrder()
    {
        const QString place = m_dir.filePath("studio.sqlite");
        auto store = std::move(Store::open(place)).value();
        DisplayEntry d;
        d.roomId = store->studio().addRoom("Drawing office").value();
        d.name = d.model = "Avocet 24";
        d.technology = "wled";
        d.id = store->studio().add(d, {}).value();
        VisitRunner runner;
        runner.setSpeed(0);
        VisitPlan plan;
        plan.target = builtInTargets().front();
        plan.tolerance = builtInTolerances().front();
        plan.task = Task::Check;
        connect(&runner, &VisitRunner::asked, &runner, [&](const Question &) { runner.answer({}); });
        int taken = 0;
        connect(
            &runner, &VisitRunner::readingTaken, &runner,
            [&taken] {
                if (++taken == 5) {
                    throw std::runtime_error("no such thing");
                }
            },
            Qt::DirectConnection);
        QSignalSpy failed(&runner, &VisitRunner::failed), finished(&runner, &VisitRunner::finished);
        runner.start(simulated(), plan, d, place);
        QTRY_VERIFY_WITH_TIMEOUT(failed.count() + finished.count() > 0, 60000);
        runner.wait();
        QCOMPARE(finished.count(), 0);
        const auto error = failed.front().front().value<Error>();
        QCOMPARE(error.code, std::string("fault"));
        QVERIFY(!runner.running());
        const auto open = store->visits().interrupted();
        QCOMPARE(open.size(), size_t(1));
        QCOMPARE(store->visits().record(open.front().id)->readings.size(), size_t(5)); // the fifth is there as well
        QVERIFY(store->visits().take(open.front().id).ok());
    }

    void fewReadingsEndInOrder()
    {
        QuickReader reader;
        connect(
            &reader, &QuickReader::progressed, &reader,
            [](int number) {
                if (number == 2) {
                    throw std::runtime_error("no such thing");
                }
            },
            Qt::DirectConnection);
        QSignalSpy failed(&reader, &QuickReader::failed);
        auto source = simulated();
        reader.start(source, 0, linearRamps(256));
        QTRY_COMPARE_WITH_TIMEOUT(failed.count(), 1, 60000);
        QCOMPARE(failed.front().front().value<Error>().code, std::string("fault"));
        QVERIFY(!reader.running());
    }

    void aMeasurementKeepsWhatItRead()
    {
        SurveyRunner runner;
        int told = 0;
        connect(
            &runner, &SurveyRunner::progressed, &runner,
            [&told] {
                if (++told == 6) {
                    throw std::bad_alloc();
                }
            },
            Qt::DirectConnection);
        QSignalSpy ended(&runner, &SurveyRunner::ended);
        const QString folder = m_dir.filePath("gray");
        SurveyPlan plan;
        runner.start(simulated(), plan, {folder, {}, 0}, 0, {});
        QTRY_COMPARE_WITH_TIMEOUT(ended.count(), 1, 60000);
        const auto end = ended.front().front().value<SurveyEnd>();
        QVERIFY(end.error && end.error->code == "fault");
        QVERIFY(!runner.running());
        QVERIFY(!end.news->record->readings.empty());
        QVERIFY2(QDir(folder).entryList(QDir::Files).contains("readings.txt"), qPrintable(QDir(folder).entryList(QDir::Files).join(' ')));
    }
};

LAMP_GUI_TEST(faults, TestFaults)

} // namespace faults_test
#include "test_faults.moc"
