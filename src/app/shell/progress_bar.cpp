// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/progress_bar.h"

#include "app/parts/words.h"
#include "app/visit/visit_controller.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>

namespace lamp::app {

ProgressBar::ProgressBar(QWidget *parent)
    : QWidget(parent), m_words(new QLabel), m_demoTime(new QLabel(tr("Demo time"))), m_bar(new QProgressBar), m_toVisit(new QPushButton),
      m_pause(new QPushButton), m_cancel(new QPushButton(tr("Cancel"))), m_speed(new QComboBox)
{
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    m_bar->setRange(0, 1000);
    m_bar->setAccessibleName(tr("Progress"));
    m_words->setMinimumWidth(260);
    layout->addWidget(m_words, 1);
    layout->addWidget(m_bar, 1);
    for (QWidget *w : std::initializer_list<QWidget *>{m_toVisit, m_pause, m_cancel, m_demoTime, m_speed}) {
        layout->addWidget(w);
    }
    for (const auto &[label, speed] : std::vector<std::pair<QString, double>>{{tr("real time"), 1.0},
                                                                              {QStringLiteral("× 10"), 10.0},
                                                                              {QStringLiteral("× 60"), 60.0},
                                                                              {QStringLiteral("× 300"), 300.0},
                                                                              {tr("fastest"), 0.0}}) {
        m_speed->addItem(label, speed);
    }
    m_speed->setCurrentIndex(3);
    m_speed->setAccessibleName(tr("Speed of demo time"));
    connect(m_cancel, &QPushButton::clicked, this, [this] { m_visit ? m_visits->cancel() : Q_EMIT cancelWorkWanted(); });
    connect(m_toVisit, &QPushButton::clicked, this, &ProgressBar::visitWanted);
    setPaused(false);
    end();
}

void ProgressBar::follow(VisitController &visits)
{
    m_visits = &visits;
    VisitRunner &runner = visits.runner();
    connect(&runner, &VisitRunner::progressed, this, [this](const Progress &p) {
        setProgress(p.fraction);
        say(tr("%1: about %2 left").arg(text(titled(p.stage)), wordedSpan(p.secondsLeft)));
    });
    connect(&visits, &VisitController::begun, this, [this](const RecordPtr &, bool simulated) { begin(simulated); });
    connect(&visits, &VisitController::finished, this, [this](const RecordPtr &record, qint64) {
        end();
        say(tr("Visit finished: %1").arg(text(named(record->verdict))));
    });
    connect(&visits, &VisitController::failed, this, [this](const Error &error) {
        end();
        say(error.kind == ErrorKind::Cancelled ? tr("Visit stopped; its readings are kept.") : tr("Visit stopped by a fault."));
    });
    connect(&visits, &VisitController::status, this, &ProgressBar::say);
    connect(&visits, &VisitController::pausedChanged, this, &ProgressBar::setPaused);
    connect(m_pause, &QPushButton::clicked, &visits, &VisitController::pauseOrGoOn);
    connect(m_speed, &QComboBox::currentIndexChanged, &runner, [this, &runner] { runner.setSpeed(speed()); });
    runner.setSpeed(speed());
}

void ProgressBar::say(const QString &words)
{
    m_words->setText(words);
}

QString ProgressBar::words() const
{
    return m_words->text();
}

void ProgressBar::work(const QString &what)
{
    say(what);
    if (!m_visit) {
        m_bar->setRange(0, what.isEmpty() ? 1000 : 0); // how far it is nobody knows
        m_bar->setVisible(!what.isEmpty());
        m_cancel->setVisible(!what.isEmpty());
    }
}

void ProgressBar::begin(bool simulated)
{
    m_visit = true;
    m_bar->setRange(0, 1000);
    for (QWidget *w : std::initializer_list<QWidget *>{m_bar, m_pause, m_cancel}) {
        w->show();
    }
    m_demoTime->setVisible(simulated);
    m_speed->setVisible(simulated);
    setPaused(false);
    m_bar->setValue(0);
}

void ProgressBar::end()
{
    m_visit = false;
    for (QWidget *w : std::initializer_list<QWidget *>{m_bar, m_pause, m_cancel, m_demoTime, m_speed, m_toVisit}) {
        w->hide();
    }
}

void ProgressBar::setProgress(double fraction)
{
    m_bar->setValue(int(fraction * 1000));
}

void ProgressBar::setPaused(bool paused)
{
    m_pause->setText(paused ? tr("Resume (Esc)") : tr("Pause (Esc)"));
}

void ProgressBar::offerVisit(const QString &words)
{
    m_toVisit->setText(words);
    m_toVisit->setVisible(!words.isEmpty());
}

void ProgressBar::setSpeed(double speed)
{
    const int index = m_speed->findData(speed);
    if (index >= 0) {
        m_speed->setCurrentIndex(index);
    }
    if (m_visits != nullptr) {
        m_visits->runner().setSpeed(speed); // one that is not on the list as well
    }
}

double ProgressBar::speed() const
{
    return m_speed->currentData().toDouble();
}

} // namespace lamp::app
