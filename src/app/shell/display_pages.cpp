// SPDX-License-Identifier: GPL-3.0-or-later
// The window's pages about one display, beside its card and its visits.
#include "app/answers/answers_view.h"
#include "app/compare/compare_view.h"
#include "app/compare/gamut_view.h"
#include "app/diagnosis/diagnosis_view.h"
#include "app/evidence/evidence_view.h"
#include "app/fleet/fleet_desk.h"
#include "app/parts/banner.h"
#include "app/parts/pages.h"
#include "app/parts/words.h"
#include "app/shell/main_window.h"
#include "app/studio/places_view.h"
#include "app/survey/survey_view.h"
#include "app/visit/visit_controller.h"

namespace lamp::app {

void MainWindow::showSurvey()
{
    if (const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt) {
        const auto last = m_studio->lastVisit(display->id);
        m_survey->show(*display, last ? last->plan.target : *builtInTarget("Photo"), last ? brightnessLaw(visitFacts(*last)) : std::nullopt);
        m_stack->setCurrentWidget(m_survey);
    }
}

void MainWindow::showDiagnosis()
{
    if (const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt) {
        m_diagnosis->show(*display);
        m_stack->setCurrentWidget(m_diagnosis);
    }
}

void MainWindow::showAnswers()
{
    if (const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt) {
        m_answers->show(*store(), *display);
        m_stack->setCurrentWidget(m_answers);
    }
}

void MainWindow::showCompare()
{
    if (const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt) {
        m_compare->show(*display);
        m_stack->setCurrentWidget(m_compare);
    }
}

void MainWindow::showEvidence()
{
    if (const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt) {
        m_evidence->show(*display, wallNow());
        m_stack->setCurrentWidget(m_evidence);
    }
}

void MainWindow::showBody()
{
    const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt;
    const auto last = display ? m_studio->lastVisit(display->id) : std::nullopt;
    const Bytes profile = !last ? Bytes() : last->profile.empty() ? last->plan.profileIn : last->profile; // a check holds the one it looked at
    if (profile.empty()) {
        m_banner->say(tr("The display has no profile yet: its gamut is not known."));
        return;
    }
    GamutView({{display->name.toStdString(), profile}}, this).exec();
}

void MainWindow::takeStep(qint64 display, const AnswerStep &step)
{
    m_places->mean(display);
    using enum AnswerStep::Do;
    const auto measure = [this](SurveyKind kind) {
        showSurvey();
        m_survey->choose(kind);
    };
    switch (step.what) {
    case MeasureRoom: measure(SurveyKind::Room); break;
    case MeasureModes: measure(SurveyKind::Modes); break;
    case MeasureUniformity: measure(SurveyKind::Uniformity); break;
    case MeasureColours: measure(SurveyKind::Colours); break;
    case Diagnose: showDiagnosis(); break;
    case FullVisit: m_visits->start(Task::Full, display, {step.luminance, step.mode}); break;
    case Refresh: m_visits->start(Task::Refresh, display); break;
    case Check: m_visits->start(Task::Check, display); break;
    case Agreement: m_fleet->showGroup(); break;
    case Ageing: m_fleet->showAgeing(); break;
    case Instruments: m_fleet->showInstruments(); break;
    case Look:
        if (const auto last = m_studio->lastVisit(display)) {
            m_banner->did(m_visitDesk->showKept(text(last->id)));
        }
        break;
    }
}

} // namespace lamp::app
