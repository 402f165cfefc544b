// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/visit_desk.h"

#include "app/parts/words.h"
#include "app/studio/due_book.h"
#include "app/studio/open_studio.h"
#include "app/visit/bench_panel.h"
#include "app/visit/reading_panel.h"
#include "app/visit/stage_charts.h"
#include "app/visit/target_desk.h"
#include "app/visit/target_form.h"
#include "app/visit/worksheet.h"

namespace lamp::app {

VisitDesk::VisitDesk(OpenStudio &studio, VisitController &visits, Banner &banner, QObject *parent)
    : QObject(parent), m_studio(studio), m_visits(visits), m_worksheet(new Worksheet), m_reading(new ReadingPanel), m_bench(new BenchPanel),
      m_targets(new TargetDesk(studio, banner, this))
{
    const VisitRunner *runner = &m_visits.runner();
    connect(runner, &VisitRunner::readingTaken, this, [this](const Measurement &m, const RecordPtr &r) {
        m_reading->show(m, *r);
        if (showsRunning()) {
            m_worksheet->showReading(r);
        }
    });
    connect(runner, &VisitRunner::nextTold, this, [this](const NextReading &n) {
        m_reading->showNext(n);
        m_worksheet->charts()->showNext(n);
    });
    connect(runner, &VisitRunner::glanced, this, [this](const WhiteStanding &s) {
        if (showsRunning()) {
            m_worksheet->charts()->showGlance(s);
        }
    });
    connect(runner, &VisitRunner::stageChanged, this, [this](Stage, const RecordPtr &r) {
        m_reading->endNext();
        if (showsRunning()) {
            m_shown = r;
            m_worksheet->setRecord(r);
        }
    });
    connect(runner, &VisitRunner::asked, this, [this](const Question &q) {
        Q_EMIT status(tr("%1: waiting for you").arg(text(titled(q.stage))));
        if (showsRunning()) {
            showRunning();
        } else {
            Q_EMIT waits();
        }
    });
    connect(m_worksheet, &Worksheet::targetAsked, this, [this](TargetForm *form) { m_targets->serve(*form, m_visits.runner().displayId()); });
    connect(m_worksheet, &Worksheet::enoughRead, this, [this] {
        if (showsRunning()) { // another visit's sheet may lie open
            m_visits.runner().enough();
        }
    });
    connect(m_worksheet, &Worksheet::againWanted, this, [this](int number) {
        if (showsRunning()) {
            m_visits.runner().readAgain(number);
            Q_EMIT status(number > 0 ? tr("Reading %1 is taken once more").arg(number) : tr("The last reading is taken once more"));
        }
    });
    connect(m_worksheet, &Worksheet::answered, this, [this](const Answer &a) {
        m_bench->askFor({}, 0);
        m_visits.runner().answer(a);
    });
    connect(&m_visits, &VisitController::begun, this, [this](const RecordPtr &record, bool) { begun(record); });
    connect(&m_visits, &VisitController::finished, this, [this](const RecordPtr &record, qint64) { ended(record, true); });
    connect(&m_visits, &VisitController::failed, this, [this](const Error &, const RecordPtr &record, qint64) { ended(record, false); });
}

bool VisitDesk::showsRunning() const
{
    return m_visits.runner().running() && m_showsVisit && m_worksheet->isVisibleTo(m_worksheet->parentWidget());
}

void VisitDesk::showRecord(const RecordPtr &record)
{
    m_showsVisit = false;
    m_shown = record;
    m_worksheet->setQuestion({}, false, {});
    m_worksheet->setRecord(record);
    Q_EMIT worksheetWanted();
}

Status VisitDesk::showKept(const QString &visitId)
{
    if (m_visits.runner().running() && m_visits.runner().visitId() == visitId) {
        showRunning();
        return Done{};
    }
    auto record = m_studio.store()->visits().record(visitId);
    if (!record) {
        return record.error();
    }
    showRecord(std::make_shared<VisitRecord>(std::move(record).value()));
    return Done{};
}

void VisitDesk::showRunning()
{
    VisitRunner &runner = m_visits.runner();
    if (!runner.running()) {
        return;
    }
    const bool fresh = !showsRunning();
    m_showsVisit = true;
    Q_EMIT displayMeant(runner.displayId());
    if (runner.record()) {
        m_shown = runner.record();
    }
    const auto bench = m_visits.simulatedBench(runner.displayId());
    if (fresh) {
        m_worksheet->setRecord(m_shown);
        m_bench->setBench(bench);
    }
    Q_EMIT worksheetWanted();
    const std::optional<Question> q = runner.question();
    const DueQuestion due = m_studio.due().question(runner.displayId());
    m_worksheet->setDue(due.key != 0 ? std::optional(due) : std::nullopt); // never what another display's visit was told
    m_worksheet->setTargets(m_studio.store()->aims().targets());
    m_worksheet->setQuestion(q, bench != nullptr, m_shown ? m_shown->plan.target : Target{});
    if (q && q->kind == Question::Kind::Control) {
        m_bench->askFor(text(q->control), q->value);
    }
    // A stray button elsewhere must not swallow the space bar.
    if (q && q->kind != Question::Kind::Target && q->kind != Question::Kind::Control) {
        m_worksheet->setFocus();
    }
}

void VisitDesk::showCardOf(const DisplayEntry &display)
{
    m_showsVisit = false;
    m_bench->setBench(m_visits.benchFor(display).simulated);
}

void VisitDesk::begun(const RecordPtr &record)
{
    const qint64 display = m_visits.runner().displayId();
    Q_EMIT displayMeant(display);
    m_bench->setBench(m_visits.simulatedBench(display));
    m_reading->clear();
    m_shown = record;
    m_showsVisit = true;
    m_worksheet->setQuestion({}, false, {});
    m_worksheet->setRecord(record);
    Q_EMIT worksheetWanted();
    m_worksheet->setFocus();
}

void VisitDesk::ended(const RecordPtr &record, bool whole)
{
    const bool here = m_showsVisit && m_worksheet->isVisibleTo(m_worksheet->parentWidget());
    m_showsVisit = false;
    m_reading->endNext();
    if (here || !whole) {
        m_worksheet->setQuestion({}, false, {});
    }
    if (here && !whole && (record->id.empty() || record->readings.empty())) {
        Q_EMIT cardWanted();
    } else if (here) {
        showRecord(record);
    }
}

bool VisitDesk::press(int key)
{
    if (key != Qt::Key_Escape && m_worksheet->endRest()) {
        return true; // any key ends it, and does nothing else
    }
    if (key == Qt::Key_Space && m_visits.runner().running() && m_visits.runner().question()) {
        m_worksheet->goOn();
        return true;
    }
    if (key == Qt::Key_B) {
        m_worksheet->toggleLook();
        return true;
    }
    if (key == Qt::Key_L) {
        m_worksheet->loupeLook();
        return true;
    }
    if (key == Qt::Key_G) {
        m_worksheet->restLook();
        return true;
    }
    if (key == Qt::Key_S) {
        m_worksheet->splitLook();
        return true;
    }
    if (key == Qt::Key_E && showsRunning()) {
        return m_worksheet->stopEarly();
    }
    if (key == Qt::Key_A && showsRunning()) {
        return m_worksheet->readAgain();
    }
    if (key == Qt::Key_N) {
        m_worksheet->nextPicture();
        return true;
    }
    return key >= Qt::Key_1 && key <= Qt::Key_9 && m_worksheet->choose(key - Qt::Key_0);
}

} // namespace lamp::app
