// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/screen_bench.h"

#include <QElapsedTimer>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QPainter>
#include <QScreen>
#include <QThread>
#include <QWindow>

#include <cmath>

namespace lamp::app {

namespace {

QColor colourOf(const Drive &d)
{
    return QColor::fromRgbF(float(d.a), float(d.b), float(d.c));
}

} // namespace

PatchWindow::PatchWindow(QScreen *screen) : QWidget(nullptr, Qt::Window | Qt::FramelessWindowHint)
{
    setAttribute(Qt::WA_OpaquePaintEvent);
    setCursor(Qt::BlankCursor);
    setWindowTitle(tr("Patch"));
    setAccessibleName(tr("Measuring patch"));
    moveTo(screen);
}

void PatchWindow::moveTo(QScreen *screen)
{
    if (screen != nullptr) {
        setScreen(screen);
        setGeometry(screen->geometry());
    }
}

void PatchWindow::showPatch(const Patch &patch)
{
    m_patch = patch;
    m_used = true;
    if (!isVisible()) {
        showFullScreen();
        // Before the screen has taken the window nothing can be painted.
        constexpr int kMostMs = 2000;
        QElapsedTimer waited;
        for (waited.start(); !windowHandle()->isExposed() && waited.elapsed() < kMostMs;) {
            QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents, 20);
            QThread::msleep(5);
        }
    }
    repaint();
    // Sent, the reply means: the screen has it.
    QGuiApplication::sync();
    m_away = false;
}

void PatchWindow::hideEvent(QHideEvent *event)
{
    m_away = true;
    QWidget::hideEvent(event);
}

void PatchWindow::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.fillRect(rect(), colourOf(m_patch.surround));
    const double share = std::sqrt(m_patch.area);
    QRectF area(0, 0, share * width(), share * height());
    area.moveCenter({m_patch.at[0] * width(), m_patch.at[1] * height()});
    p.fillRect(area, colourOf(m_patch.rgb));
}

void PatchWindow::keyPressEvent(QKeyEvent *event)
{
    if (event->key() == Qt::Key_Escape) {
        hide();
        Q_EMIT escaped();
    }
    QWidget::keyPressEvent(event);
}

ScreenBench::ScreenBench(PatchWindow *window, const QString &name, const QString &technology, std::unique_ptr<XScreen> x, const QString &output)
    : m_window(window), m_x(std::move(x))
{
    const QScreen *screen = window->screen();
    m_info.model = (screen->manufacturer() + " " + screen->model()).trimmed().toStdString();
    if (m_info.model.empty()) {
        m_info.model = name.toStdString();
    }
    m_info.serial = screen->serialNumber().toStdString();
    m_info.technology = technology.toStdString();
    m_info.bits = 8;
    m_info.widthMm = screen->physicalSize().width();
    m_info.heightMm = screen->physicalSize().height();
    const auto outputs = m_x ? m_x->outputs() : Result<std::vector<XOutput>>(std::vector<XOutput>{});
    for (const XOutput &o : outputs ? outputs.value() : std::vector<XOutput>{}) {
        if (o.name == (output.isEmpty() ? screen->name() : output).toStdString() && o.gammaSize > 1) {
            m_output = o;
            // The server takes 16 bits; what the graphics card makes of them it does not say.
            m_info.lut = DisplayInfo::Lut{o.gammaSize, 16};
        }
    }
}

Status ScreenBench::refused()
{
    return Error{ErrorKind::Bench, say("screen-cannot"), {}, {}, "unsupported", false};
}

Result<BenchInfo> ScreenBench::hello()
{
    BenchInfo info;
    info.name = m_info.model;
    info.hasDisplay = true;
    return info;
}

Result<DisplayInfo> ScreenBench::describeDisplay()
{
    if (m_output) {
        const auto ramps = m_x->ramps(*m_output);
        if (!ramps) {
            return ramps.error();
        }
        constexpr double halfACode = 0.5 / 255;
        m_info.lutLoaded = rampDifference(ramps.value(), {}) > halfACode;
    }
    return m_info;
}

Status ScreenBench::setLut(const Ramps &ramps)
{
    return m_output ? m_x->setRamps(*m_output, ramps) : refused();
}

Status ScreenBench::show(const Patch &patch)
{
    QMetaObject::invokeMethod(
        m_window, [window = m_window, patch] { window->showPatch(patch); }, Qt::BlockingQueuedConnection);
    return Done{};
}

} // namespace lamp::app
