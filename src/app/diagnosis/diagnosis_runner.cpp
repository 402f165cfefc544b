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

void DiagnosisRunner::start(BenchSource source, BesidePlace place, TestChoice tests, double speed)
{
    begin(place.displayId, speed, [this, source = std::move(source), place, tests](const std::stop_token &stop) {
        Q_EMIT workEnded(catchFaults([&] { return examined(stop, source, place, tests); },
                                     [&](const Error &e) {
                                         return DiagnosisEnd{faulty(e, place), std::make_shared<const Examination>()};
                                     }),
                         {});
    });
}

DiagnosisEnd DiagnosisRunner::examined(const std::stop_token &stop, const BenchSource &source, const BesidePlace &place, TestChoice tests)
{
    const auto last = lastVisit(place.studio, place.displayId);
    if (!last) {
        return {{last.error(), {}, {}}, std::make_shared<const Examination>()};
    }
    Examination e;
    ExaminationHooks hooks;
    hooks.onWeighed = [this](const Examination &now) { Q_EMIT weighed(std::make_shared<const Examination>(now)); };
    ExaminationPlan plan;
    plan.tests = tests;
    plan.now = wallNow();
    BesideEnd end = carryOut(
        stop, source, place, hooks, e, [&](Bench &bench) { return examine(bench, last.value(), plan, hooks, stop, e); },
        [&](const std::filesystem::path &where, bool whole) { return keepExamination(where, e, whole); });
    if (!end.error) {
        keepInStudio(place, examinationJson(e, plainEnglish), end);
    }
    return {std::move(end), std::make_shared<const Examination>(e)};
}

} // namespace lamp::app
