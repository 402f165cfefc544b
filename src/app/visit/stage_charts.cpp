// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/stage_charts.h"

#include "app/parts/plain_table.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/visit/trim_bars.h"

namespace lamp::app {

namespace {

QString shares(const WhiteStanding &standing)
{
    if (!standing.shares) {
        return QStringLiteral("–");
    }
    QStringList all;
    for (const double share : *standing.shares) {
        const double percent = 100 * (share - 1);
        all << (percent >= 0 ? QStringLiteral("+") : QString()) + number(percent, 1);
    }
    return all.join(QStringLiteral(" / "));
}

} // namespace

StageCharts::StageCharts(QObject *parent)
    : QObject(parent), m_warmUp(new PlotWidget), m_response(new PlotWidget), m_grayPath(new PlotWidget), m_readColours(new PlotWidget),
      m_learning(new PlotWidget), m_verifying(new PlotWidget), m_bars(new TrimBars),
      m_tries(plainTable({tr("No."), tr("Settings"), tr("Y, cd/m²"), tr("R / G / B, %"), tr("ΔE00")}, tr("Settings that were tried"), 22))
{
    m_warmUp->setMinimumHeight(215);
    m_tries->verticalHeader()->hide();
    m_tries->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_tries->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    for (QWidget *w : std::initializer_list<QWidget *>{m_warmUp, m_response, m_grayPath, m_readColours, m_learning, m_verifying, m_bars, m_tries}) {
        w->setVisible(false);
    }
}

void StageCharts::show(const VisitRecord &record)
{
    m_controls = record.display.controls;
    m_at = record.controls;
    const auto has = [&](Stage stage) {
        return std::any_of(record.readings.begin(), record.readings.end(),
                           [&](const Measurement &m) { return m.stage == stageName(stage) && m.mode == ReadMode::Emission; });
    };
    m_warmUp->setVisible(has(Stage::WarmUp));
    if (has(Stage::WarmUp)) {
        m_warmUp->setPlot(warmUpPlot(record));
    }
    showTrimming(record);
    // Once it is judged, the charts of what it came to take their place.
    const bool reading = has(Stage::Calibrate) && record.gray.grays.empty();
    m_readColours->setVisible(reading);
    m_response->setVisible(reading);
    m_grayPath->setVisible(reading);
    if (reading) {
        m_response->setPlot(responsePlot(record));
        m_grayPath->setPlot(grayPathPlot(record));
        m_readColours->setPlot(readColoursPlot(record));
    }
    if (!m_learnt.empty() && m_learnt.back().readings > int(record.readings.size())) {
        m_learnt.clear(); // another visit's
    }
    m_learning->setVisible(reading && !m_learnt.empty());
    const bool verifying = has(Stage::Verify) && record.verification.colours.empty();
    m_verifying->setVisible(verifying);
    if (verifying) {
        m_verifying->setPlot(verifyingPlot(record));
    }
}

void StageCharts::showNext(const NextReading &next)
{
    if (!m_learnt.empty() && m_learnt.back().readings > next.after) {
        m_learnt.clear();
    }
    if (next.stage == Stage::Calibrate && next.known > 0 && (m_learnt.empty() || m_learnt.back().known != next.known)) {
        m_learnt.push_back({next.after, next.known});
        m_learning->setPlot(learningPlot(m_learnt, next.goal));
    }
}

void StageCharts::showTrimming(const VisitRecord &record)
{
    const bool open = record.lines.open() == Stage::Trim;
    const auto tries = record.lines.find(Stage::Trim) != nullptr ? triesOf(record) : std::vector<TrimTry>{};
    const bool turned = tries.size() > 1 && !record.display.controls.empty();
    m_bars->setVisible((open || turned) && !tries.empty());
    m_tries->setVisible(turned);
    if (tries.empty()) {
        return;
    }
    // A little above can be taken off by ramps; without them, either side is as good.
    m_bars->setTolerance(0.005, record.display.lut ? 0.02 : 0.005);
    if (!m_asks) {
        m_bars->setStanding(tries.back().standing, false);
    }
    m_tries->setRowCount(int(tries.size()));
    int row = 0;
    for (auto t = tries.rbegin(); t != tries.rend(); ++t) {
        const QString menu = text(menuSaid(t->controls));
        setRow(*m_tries, row++,
               QStringList{QString::number(t->reading), menu.isEmpty() ? QStringLiteral("–") : menu, number(t->standing.luminance, 1),
                           shares(t->standing), t->standing.white ? number(*t->standing.white, 2) : QStringLiteral("–")});
    }
    m_tries->setFixedHeight(m_tries->horizontalHeader()->sizeHint().height() + 22 * std::min(5, int(tries.size())) + 4);
}

void StageCharts::showGlance(const WhiteStanding &standing)
{
    if (m_asks) {
        m_bars->setVisible(true);
        m_bars->setStanding(standing, true);
    }
}

void StageCharts::setQuestion(const Question *question)
{
    m_asks = question != nullptr && question->kind == Question::Kind::Control;
    if (!m_asks) {
        m_bars->setWanted({});
        return;
    }
    TrimBars::Wanted wanted{controlName(question->control), question->value, question->value, {}};
    if (const auto at = m_at.find(question->control); at != m_at.end()) {
        wanted.from = at->second;
    }
    for (const Control &c : m_controls) {
        if (c.name == question->control) {
            wanted.range = {c.min, c.max};
        }
    }
    // A menu that the bench does not know: the question says which way, the scales how far.
    m_bars->setWanted(wanted.range ? std::optional(wanted) : std::nullopt);
}

} // namespace lamp::app
