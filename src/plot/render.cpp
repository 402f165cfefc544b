// SPDX-License-Identifier: GPL-3.0-or-later
#include "plot/render.h"

#include <QBuffer>
#include <QImage>
#include <QLocale>
#include <QPaintEngine>
#include <QPdfWriter>
#include <QSvgGenerator>

#include <algorithm>
#include <array>
#include <cmath>

namespace lamp::plot {

namespace {

constexpr double kAbove = 20; ///< pixels over the plot, in which the name of its upright axis stands clear of all lines

QString words(const std::string &text)
{
    return QString::fromStdString(text);
}

Qt::PenStyle styleOf(Stroke stroke)
{
    switch (stroke) {
    case Stroke::None: return Qt::NoPen;
    case Stroke::Solid: return Qt::SolidLine;
    case Stroke::Dashed: return Qt::DashLine;
    case Stroke::Dotted: return Qt::DotLine;
    }
    return Qt::SolidLine;
}

/// One drawing of a chart.
class Drawing {
public:
    Drawing(QPainter &painter, const QRectF &area, const Plot &plot, const Tones &tones, const View &view)
        : m_painter(painter), m_plot(plot), m_tones(tones), m_area(area), m_frame(Frame::of(plot, area, view)),
          m_whole(view == wholeOf(plot) || !std::isfinite(view.x0 + view.x1 + view.y0 + view.y1))
    {
    }

    void all()
    {
        m_painter.save();
        m_painter.setRenderHint(QPainter::Antialiasing);
        if (m_plot.band) {
            const View &v = m_frame.view;
            const double low = std::clamp((*m_plot.band)[0], v.y0, v.y1), high = std::clamp((*m_plot.band)[1], v.y0, v.y1);
            m_painter.fillRect(QRectF(m_frame.at(v.x0, high), m_frame.at(v.x1, low)), m_tones.band);
        }
        axes();
        bars();
        m_painter.save();
        m_painter.setClipRect(m_whole ? m_frame.plot.adjusted(-8, -8, 8, 8) : m_frame.plot); // marks on the edge are whole
        for (const Series &s : m_plot.series) {
            series(s);
        }
        m_painter.restore();
        for (const Limit &l : m_plot.limits) {
            limit(l);
        }
        legend();
        if (m_plot.series.empty() && m_plot.bars.empty() && !m_plot.empty.empty()) {
            m_painter.setPen(m_tones.soft);
            m_painter.drawText(m_frame.plot, Qt::AlignCenter, words(m_plot.empty));
        }
        m_painter.restore();
    }

private:
    [[nodiscard]] QColor colour(Ink ink) const { return ink == Ink::Strong ? m_tones.ink : (ink == Ink::Soft ? m_tones.soft : m_tones.line); }

    /// Ticks of an axis and how many decimals tell them apart.
    [[nodiscard]] std::pair<std::vector<double>, int> ticks(const Axis &axis, double from, double to) const
    {
        if (m_whole || axis.ticks.empty()) {
            return {axis.ticks, axis.decimals};
        }
        const auto own = ticksBetween(from, to);
        const double step = own.size() > 1 ? own[1] - own[0] : 1;
        return {own, std::max(axis.decimals, int(std::ceil(-std::log10(step) - 1e-9)))};
    }

    void axes()
    {
        const QRectF &plot = m_frame.plot;
        const View &v = m_frame.view;
        const auto [ys, yDecimals] = ticks(m_plot.y, v.y0, v.y1);
        for (const double y : ys) {
            m_painter.setPen(QPen(m_tones.line, 1));
            m_painter.drawLine(m_frame.at(v.x0, y), m_frame.at(v.x1, y));
            m_painter.setPen(m_tones.soft);
            m_painter.drawText(QRectF(plot.left() - 44, m_frame.at(v.x0, y).y() - 8, 39, 16), Qt::AlignRight | Qt::AlignVCenter,
                               QLocale().toString(y, 'f', yDecimals));
        }
        const auto [xs, xDecimals] = ticks(m_plot.x, v.x0, v.x1);
        for (const double x : xs) {
            const QPointF foot = m_frame.at(x, v.y0);
            m_painter.setPen(QPen(m_tones.line, 1));
            m_painter.drawLine(foot, foot + QPointF(0, 4));
            m_painter.setPen(m_tones.soft);
            m_painter.drawText(QRectF(foot.x() - 30, plot.bottom() + 4, 60, 14), Qt::AlignCenter, QLocale().toString(x, 'f', xDecimals));
        }
        m_painter.setPen(m_tones.soft);
        m_painter.drawText(QRectF(plot.left(), plot.bottom() + 17, plot.width(), 15), Qt::AlignRight | Qt::AlignVCenter, words(m_plot.x.title()));
        m_painter.drawText(QRectF(plot.left() - 40, plot.top() - kAbove, plot.width() + 40, 14), Qt::AlignLeft | Qt::AlignVCenter,
                           words(m_plot.y.title()));
    }

    void bars()
    {
        constexpr double kHalf = 0.38; // of the distance of two bars
        for (const Bar &b : m_plot.bars) {
            const QRectF bar(m_frame.at(b.x - kHalf, b.y), m_frame.at(b.x + kHalf, 0));
            if (b.x < m_frame.view.x0 || b.x > m_frame.view.x1) {
                continue;
            }
            m_painter.setPen(QPen(m_tones.soft, 0.7));
            m_painter.setBrush(m_tones.soft);
            m_painter.drawRect(bar & m_frame.plot);
            m_painter.setBrush(QColor(b.swatch[0], b.swatch[1], b.swatch[2]));
            m_painter.drawRect(QRectF(bar.left(), m_frame.plot.bottom() + 3, bar.width(), 11));
        }
    }

    void series(const Series &s)
    {
        // A value that is missing is a gap: what lies on both sides of it are lines of their own.
        std::vector<QPolygonF> pieces(1);
        for (const Point &p : s.points) {
            if (std::isfinite(p.x) && std::isfinite(p.y)) {
                pieces.back() << m_frame.at(p.x, p.y);
            } else if (!pieces.back().empty()) {
                pieces.emplace_back();
            }
        }
        m_painter.setBrush(Qt::NoBrush);
        m_painter.setPen(QPen(colour(s.ink), s.width, styleOf(s.stroke)));
        for (const QPolygonF &piece : pieces) {
            if (s.stroke == Stroke::None || piece.empty()) {
                continue;
            }
            if (piece.size() == 1 && s.mark == Mark::None) {
                m_painter.drawEllipse(piece.front(), s.width, s.width); // by itself it would be a line without length
            } else if (s.closed && pieces.size() == 1) {
                m_painter.drawPolygon(piece);
            } else {
                line(piece);
            }
        }
        marks(s.mark, pieces);
    }

    /// Whether it is drawn in pixels: then more than these can show is left out. Files for print have all.
    [[nodiscard]] bool inPixels() const { return m_painter.paintEngine()->type() == QPaintEngine::Raster; }
    static constexpr qsizetype kMany = 1000;

    void line(const QPolygonF &piece)
    {
        if (piece.size() < kMany || !inPixels()) {
            m_painter.drawPolyline(piece);
            return;
        }
        // Of points that follow each other in one column of pixels the first, the last, the highest and the lowest make the same picture. What
        // lies out of sight on one side is passed over but for its ends.
        QPolygonF kept;
        const double scale = m_painter.device()->devicePixelRatioF(), left = m_frame.plot.left() - 10, right = m_frame.plot.right() + 10;
        const auto column = [&](const QPointF &p) {
            return p.x() < left ? std::floor(left * scale) - 1 : (p.x() > right ? std::ceil(right * scale) + 1 : std::floor(p.x() * scale));
        };
        for (qsizetype i = 0; i < piece.size();) {
            qsizetype end = i, low = i, high = i;
            for (const double here = column(piece[i]); end < piece.size() && column(piece[end]) == here; ++end) {
                low = piece[end].y() < piece[low].y() ? end : low;
                high = piece[end].y() > piece[high].y() ? end : high;
            }
            std::array<qsizetype, 4> which{i, std::min(low, high), std::max(low, high), end - 1};
            const auto last = std::unique(which.begin(), which.end());
            for (auto k = which.begin(); k != last; ++k) {
                kept << piece[*k];
            }
            i = end;
        }
        if (m_painter.pen().style() != Qt::SolidLine) {
            m_painter.drawPolyline(kept); // dashes go on over the corners
            return;
        }
        // Line by line: the outline of one long zigzag takes many times as long to work out.
        std::vector<QLineF> lines;
        for (qsizetype i = 1; i < kept.size(); ++i) {
            lines.emplace_back(kept[i - 1], kept[i]);
        }
        m_painter.drawLines(lines.data(), int(lines.size()));
    }

    void marks(Mark kind, const std::vector<QPolygonF> &pieces)
    {
        if (kind == Mark::None) {
            return;
        }
        qsizetype all = 0;
        for (const QPolygonF &piece : pieces) {
            all += piece.size();
        }
        const bool many = all >= kMany && inPixels();
        // Many lie upon each other: one for a place, without softened edges.
        m_painter.setRenderHint(QPainter::Antialiasing, !many);
        const QRectF seen = m_frame.plot.adjusted(-8, -8, 8, 8);
        std::vector<bool> taken(many ? size_t(std::ceil(seen.width()) + 1) * size_t(std::ceil(seen.height()) + 1) : 0);
        for (const QPolygonF &piece : pieces) {
            for (const QPointF &at : piece) {
                if (many) {
                    if (!seen.contains(at)) {
                        continue;
                    }
                    const size_t place = size_t(at.y() - seen.top()) * size_t(std::ceil(seen.width()) + 1) + size_t(at.x() - seen.left());
                    if (taken[place]) {
                        continue;
                    }
                    taken[place] = true;
                }
                mark(kind, at);
            }
        }
        m_painter.setRenderHint(QPainter::Antialiasing);
    }

    void mark(Mark mark, const QPointF &at)
    {
        switch (mark) {
        case Mark::None: break;
        case Mark::Square: m_painter.fillRect(QRectF(at.x() - 3, at.y() - 3, 6, 6), m_tones.ink); break;
        case Mark::Ring:
            m_painter.setPen(QPen(m_tones.ink, 1));
            m_painter.drawEllipse(at, 3.5, 3.5);
            break;
        case Mark::Cross:
            m_painter.setPen(QPen(m_tones.ink, 1));
            m_painter.drawLine(at - QPointF(7, 0), at + QPointF(7, 0));
            m_painter.drawLine(at - QPointF(0, 7), at + QPointF(0, 7));
            break;
        }
    }

    void limit(const Limit &l)
    {
        const View &v = m_frame.view;
        if (l.y <= v.y0 || l.y > v.y1) {
            return;
        }
        m_painter.setPen(QPen(m_tones.ink, l.stroke == Stroke::Solid ? 1.6 : 1.2, styleOf(l.stroke)));
        m_painter.drawLine(m_frame.at(v.x0, l.y), m_frame.at(v.x1, l.y));
        m_painter.setPen(m_tones.ink);
        m_painter.drawText(QRectF(m_frame.plot.left() + 4, m_frame.at(v.x0, l.y).y() - 15, m_frame.plot.width() - 8, 14),
                           int(Qt::AlignVCenter | (l.left ? Qt::AlignLeft : Qt::AlignRight)), words(l.name));
    }

    void legend()
    {
        const QRectF &plot = m_frame.plot;
        const double height = 17.0 * double(m_plot.legend.size());
        QPointF from;
        switch (m_plot.legendAt) {
        case Plot::Legend::None: return;
        case Plot::Legend::Beside: from = {plot.right() + 14, m_area.top() + 22}; break;
        case Plot::Legend::TopLeft: from = plot.topLeft() + QPointF(10, 18); break;
        case Plot::Legend::BottomLeft: from = {plot.left() + 8, plot.bottom() - height + 7}; break;
        case Plot::Legend::BottomRight: from = {plot.left(), plot.bottom() - height + 9}; break;
        }
        m_painter.setPen(m_tones.soft);
        if (m_plot.legendAt == Plot::Legend::BottomRight) {
            for (size_t i = 0; i < m_plot.legend.size(); ++i) {
                const QRectF line(plot.left(), from.y() - 13 + 17.0 * double(i), plot.width() - 6, 17);
                m_painter.drawText(line, Qt::AlignRight | Qt::AlignVCenter, words(m_plot.legend[i]));
            }
            return;
        }
        for (size_t i = 0; i < m_plot.legend.size(); ++i) {
            m_painter.drawText(from + QPointF(0, 17.0 * double(i)), words(m_plot.legend[i]));
        }
    }

    QPainter &m_painter;
    const Plot &m_plot;
    const Tones &m_tones;
    QRectF m_area;
    Frame m_frame;
    bool m_whole;
};

/// Title and chart on an empty page.
void page(QPainter &painter, const Plot &plot, const QSizeF &size)
{
    const Tones paper;
    painter.fillRect(QRectF({0, 0}, size), paper.paper);
    QFont small = painter.font();
    small.setPixelSize(11);
    QFont bold = small;
    bold.setPixelSize(13);
    bold.setBold(true);
    painter.setFont(bold);
    painter.setPen(paper.ink);
    painter.drawText(QRectF(4, 0, size.width() - 8, 22), Qt::AlignLeft | Qt::AlignVCenter, words(plot.title));
    painter.setFont(small);
    draw(painter, QRectF(0, 22, size.width(), size.height() - 22), plot, paper);
}

} // namespace

Frame Frame::of(const Plot &plot, const QRectF &area, const View &view)
{
    QRectF room = area;
    if (plot.square) {
        const double side = std::min(area.width() - 54, area.height() - kAbove - 32);
        room.setSize({side + 54, side + kAbove + 32});
    }
    // An axis without length, of one value or of none, is given one: places on it are numbers.
    View seen = view;
    const auto opened = [](double &from, double &to) {
        if (!std::isfinite(from) || !std::isfinite(to)) {
            from = 0;
            to = 1;
        } else if (from == to) {
            from -= 0.5;
            to += 0.5;
        }
    };
    opened(seen.x0, seen.x1);
    opened(seen.y0, seen.y1);
    QRectF inner = room.adjusted(44, kAbove, -10, -32);
    inner.setSize(inner.size().expandedTo({1, 1}));
    return {inner, seen};
}

void draw(QPainter &painter, const QRectF &area, const Plot &plot, const Tones &tones)
{
    draw(painter, area, plot, tones, wholeOf(plot));
}

void draw(QPainter &painter, const QRectF &area, const Plot &plot, const Tones &tones, const View &view)
{
    Drawing(painter, area, plot, tones, view).all();
}

int nearest(const std::vector<Reading> &readings, const Frame &frame, const QPointF &at)
{
    int found = -1;
    double best = 30; // pixels; what stands above or below counts half
    for (size_t i = 0; i < readings.size(); ++i) {
        const QPointF p = frame.at(readings[i].x, readings[i].y);
        const double d = std::hypot(p.x() - at.x(), (p.y() - at.y()) * 0.5);
        if (d < best && frame.plot.adjusted(-4, -4, 4, 4).contains(p)) {
            best = d;
            found = int(i);
        }
    }
    return found;
}

QByteArray svgOf(const Plot &plot, const QSize &size)
{
    QBuffer buffer;
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    svg.setSize(size);
    constexpr int kPixelsAnInch = 96; // of a style sheet
    svg.setResolution(kPixelsAnInch);
    svg.setViewBox(QRect({0, 0}, size));
    svg.setTitle(words(plot.title));
    QPainter painter(&svg);
    page(painter, plot, size);
    painter.end();
    return buffer.data();
}

QByteArray pdfOf(const Plot &plot, const QSize &size)
{
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&buffer);
    constexpr int kDpi = 96;
    pdf.setResolution(kDpi);
    pdf.setPageSize(QPageSize(QSizeF(size) * 72 / kDpi, QPageSize::Point, {}, QPageSize::ExactMatch));
    pdf.setPageMargins({});
    pdf.setTitle(words(plot.title));
    QPainter painter(&pdf);
    page(painter, plot, size);
    painter.end();
    return buffer.data();
}

QImage imageOf(const Plot &plot, const QSize &size, double scale)
{
    QImage image(QSizeF(size * scale).toSize(), QImage::Format_RGB32);
    image.setDevicePixelRatio(scale);
    QPainter painter(&image);
    page(painter, plot, size);
    return image;
}

} // namespace lamp::plot
