// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/body_widget.h"

#include "app/parts/look.h"
#include "app/parts/words.h"
#include "report/visit_plots.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <QWheelEvent>

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp::app {

namespace {

constexpr double kFirstTurn = -35, kFirstTilt = 22, kTurnStep = 5; // degrees
constexpr double kShownAtFirst = 250;                              // ΔE that the smaller side of the place shows at first

/// As sRGB shows it; what lies beyond is cut off, which a picture on any one display cannot help.
QColor colourOf(const Lab &lab)
{
    const auto [r, g, b] = screenCodes(lab);
    return {r, g, b};
}

Lab middleOf(const GamutMesh &mesh, const std::array<int, 4> &face)
{
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    for (const int i : face) {
        sum += mesh.corners[size_t(i)].vec() / 4;
    }
    return {sum[0], sum[1], sum[2]};
}

} // namespace

BodyWidget::BodyWidget(QWidget *parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(320, 260);
    setAccessibleName(tr("Gamuts as bodies"));
    setAttribute(Qt::WA_OpaquePaintEvent);
    first();
}

void BodyWidget::setBodies(const GamutMesh *solid, const GamutMesh *lines)
{
    m_solid = solid;
    m_lines = lines;
    update();
}

void BodyWidget::first()
{
    m_turn = kFirstTurn;
    m_tilt = kFirstTilt;
    m_scale = 1;
    update();
}

void BodyWidget::turn(double byDegrees, double upDegrees)
{
    m_turn = std::remainder(m_turn + byDegrees, 360);
    m_tilt = std::clamp(m_tilt + upDegrees, -90.0, 90.0);
    update();
}

void BodyWidget::magnify(double by)
{
    m_scale = std::clamp(m_scale * by, 0.4, 8.0);
    update();
}

std::vector<BodyWidget::Seen> BodyWidget::seen(const GamutMesh &mesh, const QSize &size) const
{
    const double turn = m_turn * std::numbers::pi / 180, tilt = m_tilt * std::numbers::pi / 180;
    const double ct = std::cos(turn), st = std::sin(turn), cu = std::cos(tilt), su = std::sin(tilt);
    const double scale = m_scale * std::min(size.width(), size.height()) / kShownAtFirst;
    const QPointF middle(size.width() / 2.0, size.height() / 2.0);
    std::vector<Seen> all;
    all.reserve(mesh.corners.size());
    for (const Lab &c : mesh.corners) {
        // a* to the right, b* away, L* up; turned round L*, then tilted towards the eye.
        const double right = c.b * ct - c.c * st, away = c.b * st + c.c * ct, up = c.a - 50;
        all.push_back({middle + scale * QPointF(right, -(up * cu + away * su)), up * su - away * cu});
    }
    return all;
}

void BodyWidget::paint(QPainter &painter, const QSize &size) const
{
    painter.fillRect(QRect({}, size), palette().color(QPalette::Base));
    struct Face {
        double nearness = 0;
        std::array<QPointF, 4> corners;
        QColor colour; ///< not valid: lines only
        bool front = false;
    };
    std::vector<Face> faces;
    const auto add = [&](const GamutMesh &mesh, bool solid) {
        const std::vector<Seen> at = seen(mesh, size);
        for (const auto &f : mesh.faces) {
            Face face;
            double area = 0;
            for (size_t i = 0; i < 4; ++i) {
                const Seen &p = at[size_t(f[i])], &q = at[size_t(f[(i + 1) % 4])];
                face.corners[i] = p.at;
                face.nearness += p.nearness / 4;
                area += p.at.x() * q.at.y() - q.at.x() * p.at.y();
            }
            face.front = area < 0; // against the clock, and down is positive on the screen
            if (solid && !face.front) {
                continue;
            }
            face.colour = solid ? colourOf(middleOf(mesh, f)) : QColor();
            faces.push_back(std::move(face));
        }
    };
    if (m_solid != nullptr) {
        add(*m_solid, true);
    }
    if (m_lines != nullptr) {
        add(*m_lines, false);
    }
    std::sort(faces.begin(), faces.end(), [](const Face &p, const Face &q) { return p.nearness < q.nearness; });
    QColor near = palette().color(QPalette::Text), far = near;
    near.setAlpha(150);
    far.setAlpha(40);
    for (const Face &f : faces) {
        if (f.colour.isValid()) {
            painter.setPen(QPen(f.colour, 0)); // no gaps between faces
            painter.setBrush(f.colour);
            painter.drawConvexPolygon(f.corners.data(), 4);
        } else {
            painter.setPen(QPen(f.front ? near : far, 0));
            painter.drawLine(f.corners[0], f.corners[1]);
            painter.drawLine(f.corners[1], f.corners[2]);
        }
    }
    painter.setPen(palette().color(QPalette::Text));
    const auto label = [&](const Lab &end, const QString &name) {
        GamutMesh one;
        one.corners = {{50, 0, 0}, end};
        const std::vector<Seen> at = seen(one, size);
        painter.setPen(QPen(near, 0, Qt::DotLine));
        painter.drawLine(at[0].at, at[1].at);
        painter.setPen(palette().color(QPalette::Text));
        painter.drawText(at[1].at + QPointF(3, -3), name);
    };
    label({50, 130, 0}, QStringLiteral("a* +"));
    label({50, 0, 130}, QStringLiteral("b* +"));
    label({118, 0, 0}, QStringLiteral("L*"));
}

void BodyWidget::paintEvent(QPaintEvent *)
{
    QPainter painter(this);
    paint(painter, size());
    if (hasFocus()) {
        painter.setPen(palette().color(QPalette::Text));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

std::optional<Lab> BodyWidget::colourAt(const QPointF &at) const
{
    if (m_solid == nullptr) {
        return std::nullopt;
    }
    const std::vector<Seen> corners = seen(*m_solid, size());
    std::optional<Lab> found;
    double nearest = -std::numeric_limits<double>::infinity();
    for (const auto &f : m_solid->faces) {
        QPolygonF outline;
        double nearness = 0;
        for (const int i : f) {
            outline << corners[size_t(i)].at;
            nearness += corners[size_t(i)].nearness / 4;
        }
        if (nearness > nearest && outline.containsPoint(at, Qt::OddEvenFill)) {
            nearest = nearness;
            found = middleOf(*m_solid, f);
        }
    }
    return found;
}

QString BodyWidget::readOut(const QPointF &at) const
{
    const auto lab = colourAt(at);
    return !lab ? QString()
                : tr("%1: L* %2, a* %3, b* %4, chroma %5, hue %6°")
                      .arg(text(m_solid->name), number(lab->a, 0), number(lab->b, 0), number(lab->c, 0), number(std::hypot(lab->b, lab->c), 0),
                           number(std::fmod(360 + std::atan2(lab->c, lab->b) * 180 / std::numbers::pi, 360), 0));
}

bool BodyWidget::event(QEvent *event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto *help = static_cast<QHelpEvent *>(event);
        QToolTip::showText(help->globalPos(), readOut(QPointF(help->pos())).toHtmlEscaped(), this);
        return true;
    }
    return QWidget::event(event);
}

void BodyWidget::mousePressEvent(QMouseEvent *event)
{
    m_dragged = event->position();
}

void BodyWidget::mouseMoveEvent(QMouseEvent *event)
{
    if (event->buttons().testFlag(Qt::LeftButton)) {
        const QPointF by = event->position() - m_dragged;
        m_dragged = event->position();
        turn(0.5 * by.x(), 0.5 * by.y());
    }
}

void BodyWidget::mouseDoubleClickEvent(QMouseEvent *)
{
    first();
}

void BodyWidget::wheelEvent(QWheelEvent *event)
{
    magnify(std::pow(1.1, event->angleDelta().y() / 120.0));
}

void BodyWidget::keyPressEvent(QKeyEvent *event)
{
    switch (event->key()) {
    case Qt::Key_Left: turn(-kTurnStep, 0); return;
    case Qt::Key_Right: turn(kTurnStep, 0); return;
    case Qt::Key_Up: turn(0, -kTurnStep); return;
    case Qt::Key_Down: turn(0, kTurnStep); return;
    case Qt::Key_Plus: magnify(1.1); return;
    case Qt::Key_Minus: magnify(1 / 1.1); return;
    case Qt::Key_Home: first(); return;
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace lamp::app
