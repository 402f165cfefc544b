// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/round_chart.h"

#include "app/parts/words.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <cmath>

namespace lamp::app {

namespace {

constexpr int kNames = 120, kLaneGap = 6, kRight = 24;

/// Minutes between marks of the clock, so that their times have room.
double clockStep(double minutes, double pixels)
{
    for (const double step : {5.0, 10.0, 15.0, 30.0, 60.0, 120.0}) {
        if (pixels * step / minutes >= 56) {
            return step;
        }
    }
    return 240;
}

} // namespace

RoundChart::RoundChart(QWidget *parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAccessibleName(tr("The round on the clock"));
}

int RoundChart::lanes() const
{
    return m_round ? m_round->problem.people + int(m_round->problem.instruments.size()) + 1 : 2;
}

QSize RoundChart::sizeHint() const
{
    return {600, fontMetrics().height() + 8 + lanes() * (fontMetrics().height() + 10 + kLaneGap)};
}

void RoundChart::setRound(std::optional<StudioRound> round, std::optional<double> now)
{
    m_round = std::move(round);
    m_now = now;
    m_chosen = -1;
    QStringList said;
    if (m_round) {
        for (const RoundStep &s : m_round->plan.steps) {
            said << text(verbatim(roundClock(m_round->problem, s.from))) + QLatin1Char(' ') + text(roundStepSaid(m_round->problem, s));
        }
    }
    setAccessibleDescription(said.join(QStringLiteral("; ")));
    setFixedHeight(sizeHint().height());
    update();
}

double RoundChart::xOf(double minutes) const
{
    const double whole = std::max(1.0, m_round ? m_round->plan.makespan : 1.0);
    return kNames + (width() - kNames - kRight) * minutes / whole;
}

double RoundChart::top(Lane lane, int number) const
{
    const int before = lane == Lane::SwitchOn ? 0 : (lane == Lane::Person ? 1 : 1 + m_round->problem.people);
    return fontMetrics().height() + 8 + (before + number) * (fontMetrics().height() + 10 + kLaneGap);
}

QRectF RoundChart::boxOf(const RoundStep &s, Lane lane) const
{
    const int number = lane == Lane::SwitchOn ? 0 : (lane == Lane::Person ? s.person : s.instrument);
    return {xOf(s.from), top(lane, number), std::max(3.0, xOf(s.to) - xOf(s.from)), double(fontMetrics().height() + 10)};
}

void RoundChart::paintClock(QPainter &p) const
{
    const QColor ink = palette().color(QPalette::WindowText);
    const double step = clockStep(m_round->plan.makespan, width() - kNames - kRight);
    QColor line = ink;
    line.setAlpha(60);
    // Marks stand at round times of the wall clock, wherever the round begins.
    const double first = double(m_round->problem.start.time_since_epoch().count() % std::int64_t(60 * step)) / 60;
    for (double at = first > 0 ? step - first : 0; at <= m_round->plan.makespan; at += step) {
        p.setPen(line);
        p.drawLine(QPointF(xOf(at), fontMetrics().height() + 4), QPointF(xOf(at), height()));
        p.setPen(ink);
        p.drawText(QRectF(xOf(at) - 28, 0, 56, fontMetrics().height()), Qt::AlignCenter, text(roundClock(m_round->problem, at)));
    }
    for (const RoundProblem::Break &b : m_round->problem.breaks) {
        p.fillRect(QRectF(xOf(b.from), fontMetrics().height() + 4, xOf(std::min(b.to, m_round->plan.makespan)) - xOf(b.from), height()),
                   QBrush(line, Qt::BDiagPattern));
    }
    if (m_now && *m_now > 0 && *m_now < m_round->plan.makespan) {
        p.setPen(QPen(ink, 2));
        p.drawLine(QPointF(xOf(*m_now), fontMetrics().height() + 2), QPointF(xOf(*m_now), height()));
    }
}

void RoundChart::paintVisit(QPainter &p, const RoundStep &s) const
{
    const QColor ink = palette().color(QPalette::WindowText), base = palette().color(QPalette::Base);
    const auto &stop = m_round->problem.stops[size_t(s.stop)];
    for (const Lane lane : {Lane::Person, Lane::Instrument}) {
        QRectF box = boxOf(s, lane).adjusted(0.5, 0.5, -0.5, -0.5);
        if (lane == Lane::Person) { // somebody has to be there only at its beginning
            box.setWidth(std::max(3.0, xOf(s.from + stop.attended) - xOf(s.from) - 1));
        }
        p.setPen(QPen(ink, s.stop == m_chosen ? 3 : 1));
        p.setBrush(lane == Lane::Person ? ink : base);
        p.drawRect(box);
        if (lane == Lane::Instrument) {
            p.setPen(ink);
            const QRectF words = box.adjusted(4, 0, -2, 0);
            p.drawText(words, Qt::AlignLeft | Qt::AlignVCenter,
                       fontMetrics().elidedText(behindComma(text(stop.id)), Qt::ElideRight, int(words.width())));
        }
    }
}

void RoundChart::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor ink = palette().color(QPalette::WindowText);
    p.setPen(ink);
    if (!m_round) {
        return;
    }
    paintClock(p);
    const auto laneName = [&](Lane lane, int number, const QString &name) {
        p.setPen(ink);
        p.drawText(QRectF(0, top(lane, number), kNames - 8, fontMetrics().height() + 10), Qt::AlignRight | Qt::AlignVCenter,
                   fontMetrics().elidedText(name, Qt::ElideRight, kNames - 8));
    };
    laneName(Lane::SwitchOn, 0, tr("switch on"));
    for (int i = 0; i < m_round->problem.people; ++i) {
        laneName(Lane::Person, i, tr("person %1").arg(i + 1));
    }
    for (int i = 0; i < int(m_round->problem.instruments.size()); ++i) {
        laneName(Lane::Instrument, i, text(m_round->problem.instruments[size_t(i)].id));
    }
    for (const RoundStep &s : m_round->plan.steps) {
        if (s.what == RoundStep::What::Visit) {
            paintVisit(p, s);
        } else if (s.what == RoundStep::What::Walk) {
            const QRectF box = boxOf(s, Lane::Person);
            p.setPen(QPen(ink, 2, Qt::DotLine));
            p.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.right(), box.center().y()));
        } else if (s.what == RoundStep::What::WarmUp) {
            const QRectF box = boxOf(s, Lane::SwitchOn);
            p.setPen(QPen(ink, s.stop == m_chosen ? 3 : 1));
            p.drawLine(QPointF(box.left(), box.top() + 3), QPointF(box.left(), box.bottom() - 3));
            p.drawLine(QPointF(box.left(), box.center().y()), QPointF(box.left() + 5, box.center().y()));
        }
    }
    if (hasFocus()) {
        p.setPen(QPen(ink, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

int RoundChart::stopAt(const QPointF &at) const
{
    if (m_round) {
        for (const RoundStep &s : m_round->plan.steps) {
            if (s.what == RoundStep::What::Visit && (boxOf(s, Lane::Instrument).contains(at) || boxOf(s, Lane::Person).contains(at))) {
                return s.stop;
            }
        }
    }
    return -1;
}

void RoundChart::choose(int stop)
{
    if (m_chosen != stop) {
        m_chosen = stop;
        update();
        Q_EMIT stopChosen(stop);
    }
}

std::vector<int> RoundChart::byTime() const
{
    std::vector<int> all;
    for (const RoundStep &s : m_round->plan.steps) {
        if (s.what == RoundStep::What::Visit) {
            all.push_back(s.stop);
        }
    }
    return all;
}

void RoundChart::mousePressEvent(QMouseEvent *event)
{
    if (const int stop = stopAt(event->position()); stop >= 0) {
        choose(stop);
    }
}

void RoundChart::mouseDoubleClickEvent(QMouseEvent *event)
{
    if (const int stop = stopAt(event->position()); stop >= 0) {
        Q_EMIT stopOpened(stop);
    }
}

void RoundChart::keyPressEvent(QKeyEvent *event)
{
    if (!m_round) {
        QWidget::keyPressEvent(event);
        return;
    }
    const std::vector<int> all = byTime();
    const auto at = std::find(all.begin(), all.end(), m_chosen);
    switch (event->key()) {
    case Qt::Key_Right:
    case Qt::Key_Down: choose(at == all.end() || at + 1 == all.end() ? all.front() : *(at + 1)); break;
    case Qt::Key_Left:
    case Qt::Key_Up: choose(at == all.end() || at == all.begin() ? all.back() : *(at - 1)); break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_chosen >= 0) {
            Q_EMIT stopOpened(m_chosen);
        }
        break;
    default: QWidget::keyPressEvent(event);
    }
}

bool RoundChart::event(QEvent *event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto *help = static_cast<QHelpEvent *>(event);
        const int stop = stopAt(help->pos());
        for (const RoundStep &s : m_round ? m_round->plan.steps : std::vector<RoundStep>()) {
            if (stop >= 0 && s.what == RoundStep::What::Visit && s.stop == stop) {
                QToolTip::showText(help->globalPos(),
                                   text(roundClock(m_round->problem, s.from)) + QLatin1Char(' ') + text(roundStepSaid(m_round->problem, s)));
            }
        }
        return true;
    }
    return QWidget::event(event);
}

} // namespace lamp::app
