// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/figure_strip.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QPainter>

namespace lamp::app {

namespace {

constexpr double kLampAndGap = 19, kBetweenFigures = 8;

/// What each figure needs, and an equal part of what is left; where there is too little, what it is held against gives way.
std::vector<double> widthsFor(const std::vector<FigureStrip::Figure> &figures, const QFont &small, const QFont &large, double all)
{
    const QFontMetricsF s(small), l(large);
    const auto need = [&](const FigureStrip::Figure &f, bool against) {
        const double above = (f.verdict ? kLampAndGap : 0) + s.horizontalAdvance(f.name);
        const double value = l.horizontalAdvance(f.value) + 4 + s.horizontalAdvance(f.unit);
        return std::max({above, value, against ? s.horizontalAdvance(f.against) : 0}) + kBetweenFigures + 2;
    };
    std::vector<double> widths;
    for (const bool against : {true, false}) {
        widths.clear();
        double sum = 0;
        for (const FigureStrip::Figure &f : figures) {
            widths.push_back(need(f, against));
            sum += widths.back();
        }
        const double left = (all - sum) / double(figures.size());
        if (left >= 0 || !against) {
            for (double &w : widths) {
                w += left;
            }
            break;
        }
    }
    return widths;
}

} // namespace

FigureStrip::FigureStrip(QWidget *parent) : QWidget(parent)
{
    setAccessibleName(tr("What it shows"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void FigureStrip::setFigures(std::vector<Figure> figures)
{
    m_figures = std::move(figures);
    setVisible(!m_figures.empty());
    setAccessibleDescription(text());
    update();
}

QString FigureStrip::text() const
{
    QStringList all;
    for (const Figure &f : m_figures) {
        QString one = QStringLiteral("%1 %2 %3, %4").arg(f.name, f.value, f.unit, f.against).simplified();
        if (f.verdict) {
            one += QStringLiteral(": ") + lamp::app::text(named(*f.verdict));
        }
        all << one;
    }
    return all.join(QStringLiteral("; "));
}

void FigureStrip::paintEvent(QPaintEvent *)
{
    if (m_figures.empty()) {
        return;
    }
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor ink = palette().color(QPalette::WindowText), soft = palette().color(QPalette::PlaceholderText);
    QFont small = font(), large = font();
    small.setPixelSize(12);
    large.setPixelSize(20);
    const std::vector<double> widths = widthsFor(m_figures, small, large, width());
    double x = 0;
    for (size_t i = 0; i < m_figures.size(); ++i) {
        const Figure &f = m_figures[i];
        const QRectF cell(x, 0, widths[i] - kBetweenFigures, height());
        p.setFont(small);
        p.setPen(soft);
        double from = cell.left();
        if (f.verdict) {
            drawLamp(p, QRectF(from, 1, 15, 15),
                     *f.verdict == Verdict::Pass ? LampFill::Full : (*f.verdict == Verdict::Fail ? LampFill::Notched : LampFill::Half), ink);
            from += 19;
        }
        p.drawText(QRectF(from, 0, cell.right() - from, 18), Qt::AlignLeft | Qt::AlignVCenter, f.name);
        p.setFont(large);
        p.setPen(ink);
        const double wide = QFontMetricsF(large).horizontalAdvance(f.value);
        p.drawText(QRectF(cell.left(), 18, cell.width(), 32), Qt::AlignLeft | Qt::AlignVCenter, f.value);
        p.setFont(small);
        p.drawText(QRectF(cell.left() + wide + 4, 24, cell.width() - wide, 24), Qt::AlignLeft | Qt::AlignVCenter, f.unit);
        p.setPen(soft);
        p.drawText(QRectF(cell.left(), 51, cell.width(), 20), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(small).elidedText(f.against, Qt::ElideRight, cell.width()));
        x += widths[i];
    }
}

} // namespace lamp::app
