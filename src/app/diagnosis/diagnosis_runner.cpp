// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/diagnosis/diagnosis_runner.h"

#include "store/visited.h"

namespace lamp::app {

namespace {

/// A display as its calibration left it.
Result<VisitedDisplay> lastVisit(const QString &store, qint64 displayId)
{
    auto opened = Store::look(store);
    auto display = opened ? asCalibrated(*opened.value(), displayId) : Result<std::optional<VisitedDisplay>>(opened.error());
    if (!display) {
        return display.error();
    }
    if (!display.value()) {
        return Error{
            ErrorKind::Input, say("diagnosis-no-earlier-visit"), say("nothing-changed-display"), say("visit-the-display-first"), "visit", false};
    }
    return std::move(*display.value());
}

} // namespace

DiagnosisRunner::DiagnosisRunner(QObject *parent) : BesideRunner(parent)
{
    qRegisterMetaType<lamp::app::ExaminationPtr>();
    qRegisterMetaType<lamp::app::DiagnosisEnd>();
    connect(this, &DiagnosisRunner::workEnded, this, [this](const DiagnosisEnd &end) {
        finished();
        Q_EMIT ended(end);
    });
}

void DiagnosisRunner::start(BenchSource source, QString store, qint64 displayId, TestChoice tests, QString folder, double speed)
{
    begin(displayId, speed,
          [this, source = std::move(source), store = std::move(store), displayId, tests, folder = std::move(folder)](const std::stop_token &stop) {
              Q_EMIT workEnded(examined(stop, source, store, displayId, tests, folder), {});
          });
}

DiagnosisEnd DiagnosisRunner::examined(const std::stop_token &stop, const BenchSource &source, const QString &store, qint64 displayId,
                                       TestChoice tests, const QString &folder)
{
    const auto last = lastVisit(store, displayId);
    if (!last) {
        return {std::make_shared<const Examination>(), last.error(), {}, {}};
    }
    Examination e;
    ExaminationHooks hooks;
    hooks.onWeighed = [this](const Examination &now) { Q_EMIT weighed(std::make_shared<const Examination>(now)); };
    ExaminationPlan plan;
    plan.tests = tests;
    plan.now = wallNow();
    const End end = carryOut(
        stop, source, folder, hooks, e, [&](Bench &bench) { return examine(bench, last.value(), plan, hooks, stop, e); },
        [&](const std::filesystem::path &where, bool whole) { return keepExamination(where, e, whole); });
    return {std::make_shared<const Examination>(e), end.error, end.unkept, end.folder};
}

} // namespace lamp::app
