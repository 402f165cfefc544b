// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/look.h"

#include <QApplication>
#include <QPainterPath>
#include <QPalette>
#include <QProxyStyle>
#include <QStyleFactory>
#include <QStyleOption>

namespace lamp::app {

namespace {

struct Grays {
    int window, paper, field, text, soft, line, chosen, chosenText;
};

Grays grays(Surround surround)
{
    switch (surround) {
    case Surround::Dim: return {34, 46, 26, 222, 150, 78, 205, 16};
    case Surround::Medium: return {104, 118, 92, 250, 214, 148, 240, 16};
    case Surround::Bright: return {214, 236, 250, 18, 86, 168, 40, 250};
    }
    return {};
}

Surround g_surround = Surround::Dim;

QColor gray(int v)
{
    return {v, v, v};
}

} // namespace

Surround currentSurround()
{
    return g_surround;
}

namespace {

/// The toolkit's own style, but for ticks: their outline is told from a dark window's ground, which it is not there.
class NeutralStyle : public QProxyStyle {
public:
    NeutralStyle() : QProxyStyle(QStyleFactory::create(QStringLiteral("Fusion"))) {}
    void drawPrimitive(PrimitiveElement element, const QStyleOption *option, QPainter *painter, const QWidget *widget) const override
    {
        if (element != PE_IndicatorCheckBox && element != PE_IndicatorItemViewItemCheck) {
            QProxyStyle::drawPrimitive(element, option, painter, widget);
            return;
        }
        const QRectF box = QRectF(option->rect).adjusted(1.5, 1.5, -1.5, -1.5);
        const bool chosen = element == PE_IndicatorItemViewItemCheck && option->state.testFlag(State_Selected);
        const auto group = option->state.testFlag(State_Enabled) ? QPalette::Active : QPalette::Disabled;
        const QColor ink = option->palette.color(group, chosen ? QPalette::HighlightedText : QPalette::WindowText);
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        painter->setPen(QPen(ink, option->state.testFlag(State_HasFocus) ? 2 : 1));
        painter->drawRect(box);
        if (option->state.testFlag(State_On)) {
            painter->setPen(QPen(ink, 2));
            painter->drawPolyline(QPolygonF{QPointF(box.left() + 0.22 * box.width(), box.top() + 0.55 * box.height()),
                                            QPointF(box.left() + 0.43 * box.width(), box.top() + 0.76 * box.height()),
                                            QPointF(box.left() + 0.80 * box.width(), box.top() + 0.26 * box.height())});
        }
        painter->restore();
    }
};

} // namespace

void applySurround(QApplication &application, Surround surround)
{
    g_surround = surround;
    const Grays g = grays(surround);
    QPalette p;
    p.setColor(QPalette::Window, gray(g.window));
    p.setColor(QPalette::WindowText, gray(g.text));
    p.setColor(QPalette::Base, gray(g.field));
    p.setColor(QPalette::AlternateBase, gray(g.paper));
    p.setColor(QPalette::Text, gray(g.text));
    p.setColor(QPalette::PlaceholderText, gray(g.soft));
    p.setColor(QPalette::Button, gray(g.paper));
    p.setColor(QPalette::ButtonText, gray(g.text));
    p.setColor(QPalette::BrightText, gray(g.text));
    p.setColor(QPalette::Highlight, gray(g.chosen));
    p.setColor(QPalette::HighlightedText, gray(g.chosenText));
    p.setColor(QPalette::Link, gray(g.text));
    p.setColor(QPalette::LinkVisited, gray(g.text));
    p.setColor(QPalette::ToolTipBase, gray(g.paper));
    p.setColor(QPalette::ToolTipText, gray(g.text));
    p.setColor(QPalette::Mid, gray(g.line));
    p.setColor(QPalette::Midlight, gray((g.line + g.paper) / 2));
    p.setColor(QPalette::Dark, gray(g.line));
    p.setColor(QPalette::Light, gray(g.paper));
    p.setColor(QPalette::Shadow, gray(g.field));
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText}) {
        p.setColor(QPalette::Disabled, role, gray((g.soft + g.window) / 2));
    }
    application.setStyle(new NeutralStyle);
    application.setPalette(p);
    const auto css = [](int v) { return QStringLiteral("rgb(%1,%1,%1)").arg(v); };
    application.setStyleSheet(
        // Buttons of dialogs have coloured icons under some desktops.
        QStringLiteral("QDialogButtonBox{dialogbuttonbox-buttons-have-icons:0}"
                       "QToolTip{background:%1;color:%2;border:1px solid %3}"
                       "QFrame#sheet{background:%1;border:1px solid %3}"
                       "QPushButton{background:%4;border:1px solid %3;padding:5px 12px;color:%2}"
                       "QPushButton:hover,QPushButton:focus{border:2px solid %2;padding:4px 11px}"
                       "QPushButton:pressed{background:%5;color:%6}"
                       "QPushButton:default{border:2px solid %2;padding:4px 11px;font-weight:bold}"
                       "QPushButton:disabled{color:%7;border-color:%7}"
                       "QTreeView,QTableWidget,QTextBrowser,QListWidget{background:%1;border:1px solid %3}"
                       "QTreeView::item{padding:4px 2px}"
                       "QHeaderView::section{background:%4;color:%2;border:none;border-bottom:1px solid %3;padding:3px 6px}"
                       "QProgressBar{border:1px solid %3;background:%4;color:%2;text-align:center;height:16px}"
                       "QProgressBar::chunk{background:%7}"
                       "QSlider::groove:horizontal{height:3px;background:%3}"
                       "QSlider::handle:horizontal{background:%2;width:9px;margin:-7px 0}"
                       "QSlider::handle:horizontal:focus{border:2px solid %4}")
            .arg(css(g.paper), css(g.text), css(g.line), css(g.window), css(g.chosen), css(g.chosenText), css((g.soft + g.window) / 2)));
}

plot::Tones chartTones()
{
    const Grays g = grays(g_surround);
    const int band = g_surround == Surround::Bright ? g.paper - 14 : g.paper + 10;
    return {gray(g.paper), gray(g.text), gray(g.soft), gray(g.line), gray(band)};
}

void drawLamp(QPainter &painter, const QRectF &area, LampFill fill, const QColor &ink)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double side = std::min(area.width(), area.height());
    QRectF circle(0, 0, side * 0.8, side * 0.8);
    circle.moveCenter(area.center());
    QPainterPath glass;
    glass.addEllipse(circle);
    painter.setPen(QPen(ink, std::max(1.2, side * 0.07)));
    painter.setBrush(Qt::NoBrush);
    QPainterPath oil;
    const auto level = [&](double share) {
        QPainterPath box;
        box.addRect(QRectF(circle.left(), circle.bottom() - share * circle.height(), circle.width(), share * circle.height()));
        return glass.intersected(box);
    };
    switch (fill) {
    case LampFill::Full: oil = glass; break;
    case LampFill::ThreeQuarters: oil = level(0.72); break;
    case LampFill::Half: oil = level(0.5); break;
    case LampFill::Crescent: {
        QPainterPath rest;
        rest.addEllipse(circle.translated(0, -circle.height() * 0.2));
        oil = glass.subtracted(rest);
        break;
    }
    case LampFill::Hollow: break;
    case LampFill::Notched: {
        QPainterPath notch;
        notch.moveTo(circle.center());
        notch.lineTo(circle.center() + QPointF(circle.width() * 0.36, -circle.height() * 0.62));
        notch.lineTo(circle.center() + QPointF(-circle.width() * 0.36, -circle.height() * 0.62));
        notch.closeSubpath();
        oil = glass.subtracted(notch);
        break;
    }
    }
    painter.fillPath(oil, ink);
    if (fill == LampFill::Notched) {
        painter.drawPath(oil);
    } else {
        painter.drawPath(glass);
    }
    painter.restore();
}

QPixmap lampPixmap(LampFill fill, int size, const QColor &ink, double devicePixelRatio)
{
    QPixmap pixmap(QSize(size, size) * devicePixelRatio);
    pixmap.setDevicePixelRatio(devicePixelRatio);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    drawLamp(painter, QRectF(0, 0, size, size), fill, ink);
    return pixmap;
}

QIcon lampIcon(LampFill fill, int size)
{
    const QPalette palette = QApplication::palette();
    QIcon icon(lampPixmap(fill, size, palette.color(QPalette::WindowText), qApp->devicePixelRatio()));
    icon.addPixmap(lampPixmap(fill, size, palette.color(QPalette::HighlightedText), qApp->devicePixelRatio()), QIcon::Selected);
    return icon;
}

} // namespace lamp::app
