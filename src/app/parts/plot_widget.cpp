// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/plot_widget.h"

#include "app/parts/look.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"
#include "base/file.h"

#include <QAccessible>
#include <QApplication>
#include <QBuffer>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QDialog>
#include <QFileDialog>
#include <QKeyEvent>
#include <QMenu>
#include <QMessageBox>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>
#include <QWheelEvent>

#include <filesystem>

namespace lamp::app {

namespace {

constexpr int kTitle = 22; ///< height of the line above, pixels
constexpr double kStep = 1.4;
const QSize kFileSize{640, 400};

} // namespace

PlotWidget::PlotWidget(QWidget *parent) : QWidget(parent)
{
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(190);
    setToolTipDuration(4000);
}

void PlotWidget::setPlot(plot::Plot plot)
{
    const bool same = plot::wholeOf(plot) == plot::wholeOf(m_plot);
    m_plot = std::move(plot);
    m_readings = plot::readingsOf(m_plot);
    m_view = same ? m_view : plot::wholeOf(m_plot);
    m_current = -1;
    setAccessibleName(text(m_plot.title));
    setAccessibleDescription(
        tr("Chart of %1; the arrow keys read them out, the menu key offers a table.").arg(text(say("count-values", m_readings.size()))));
    update();
}

plot::Frame PlotWidget::frame() const
{
    return plot::Frame::of(m_plot, QRectF(0, kTitle, width(), height() - kTitle), m_view);
}

QString PlotWidget::readOut(const QPointF &at) const
{
    const int i = plot::nearest(m_readings, frame(), at);
    return i >= 0 ? text(m_readings[size_t(i)].text) : QString();
}

QString PlotWidget::current() const
{
    return m_current >= 0 ? text(m_readings[size_t(m_current)].text) : QString();
}

void PlotWidget::choose(int reading)
{
    if (reading == m_current) {
        return;
    }
    m_current = reading;
    if (m_current >= 0 && hasFocus()) {
        setAccessibleDescription(current());
        QAccessibleEvent changed(this, QAccessible::DescriptionChanged);
        QAccessible::updateAccessibility(&changed);
    }
    update();
}

void PlotWidget::look(const plot::View &view)
{
    m_view = view;
    update();
}

void PlotWidget::magnify(double factor)
{
    const bool chosen = m_current >= 0;
    const double x = chosen ? m_readings[size_t(m_current)].x : (m_view.x0 + m_view.x1) / 2;
    const double y = chosen ? m_readings[size_t(m_current)].y : (m_view.y0 + m_view.y1) / 2;
    look(plot::magnified(m_view, plot::wholeOf(m_plot), std::clamp(x, m_view.x0, m_view.x1), std::clamp(y, m_view.y0, m_view.y1), factor));
}

void PlotWidget::paintEvent(QPaintEvent *)
{
    QPainter painter(this);
    const plot::Tones tones = chartTones();
    painter.setPen(tones.ink);
    QFont bold = font();
    bold.setBold(true);
    painter.setFont(bold);
    painter.drawText(QRectF(2, 0, width() - 4, 20), Qt::AlignLeft | Qt::AlignVCenter, text(m_plot.title));
    QFont small = font();
    small.setPixelSize(11);
    painter.setFont(small);
    if (m_current >= 0) {
        const QString words = current();
        const double wide = painter.fontMetrics().horizontalAdvance(words) + 8;
        painter.fillRect(QRectF(width() - wide - 2, 1, wide, 19), tones.paper); // over a long title
        painter.drawText(QRectF(2, 0, width() - 6, 20), Qt::AlignRight | Qt::AlignVCenter, words);
    }
    plot::draw(painter, QRectF(0, kTitle, width(), height() - kTitle), m_plot, tones, m_view);
    if (m_current >= 0) {
        const plot::Reading &r = m_readings[size_t(m_current)];
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(tones.ink, 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(frame().at(r.x, r.y), 7, 7);
    }
    if (hasFocus()) {
        painter.setPen(QPen(tones.soft, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

void PlotWidget::mouseMoveEvent(QMouseEvent *event)
{
    const QPointF at = event->position();
    if (m_dragged && (event->buttons() & Qt::LeftButton)) {
        const plot::Frame f = frame();
        const QPointF by = at - *m_dragged;
        m_dragged = at;
        look(plot::moved(m_view, plot::wholeOf(m_plot), -by.x() / f.plot.width(), by.y() / f.plot.height()));
        return;
    }
    choose(plot::nearest(m_readings, frame(), at));
}

void PlotWidget::mousePressEvent(QMouseEvent *event)
{
    if (event->button() == Qt::LeftButton) {
        m_dragged = m_pressed = event->position();
    }
}

void PlotWidget::mouseReleaseEvent(QMouseEvent *event)
{
    constexpr double kStill = 3; // pixels
    const plot::Frame f = frame();
    if (m_pressed && QLineF(*m_pressed, event->position()).length() <= kStill && f.plot.contains(event->position())) {
        Q_EMIT picked(f.xAt(event->position().x()), f.yAt(event->position().y()));
    }
    m_pressed.reset();
    m_dragged.reset();
}

void PlotWidget::mouseDoubleClickEvent(QMouseEvent *)
{
    look(plot::wholeOf(m_plot));
}

void PlotWidget::wheelEvent(QWheelEvent *event)
{
    if (!(event->modifiers() & Qt::ControlModifier)) {
        event->ignore(); // the sheet scrolls
        return;
    }
    const plot::Frame f = frame();
    const double x = std::clamp(f.xAt(event->position().x()), m_view.x0, m_view.x1),
                 y = std::clamp(f.yAt(event->position().y()), m_view.y0, m_view.y1);
    look(plot::magnified(m_view, plot::wholeOf(m_plot), x, y, std::pow(kStep, event->angleDelta().y() / 120.0)));
    event->accept();
}

void PlotWidget::keyPressEvent(QKeyEvent *event)
{
    const int last = int(m_readings.size()) - 1;
    const bool control = event->modifiers() & Qt::ControlModifier;
    const auto move = [&](double right, double up) { look(plot::moved(m_view, plot::wholeOf(m_plot), right, up)); };
    switch (event->key()) {
    case Qt::Key_Right: control ? move(0.2, 0) : choose(std::min(m_current + 1, last)); break;
    case Qt::Key_Left: control ? move(-0.2, 0) : choose(m_current < 0 ? last : std::max(m_current - 1, std::min(0, last))); break;
    case Qt::Key_Up:
    case Qt::Key_Down:
        if (!control) {
            QWidget::keyPressEvent(event);
            return;
        }
        move(0, event->key() == Qt::Key_Up ? 0.2 : -0.2);
        break;
    case Qt::Key_Home: choose(std::min(0, last)); break;
    case Qt::Key_End: choose(last); break;
    case Qt::Key_Plus:
    case Qt::Key_Equal: magnify(kStep); break;
    case Qt::Key_Minus: magnify(1 / kStep); break;
    case Qt::Key_0: look(plot::wholeOf(m_plot)); break;
    case Qt::Key_C:
        if (control) {
            QApplication::clipboard()->setImage(plot::imageOf(m_plot, kFileSize, 2));
            break;
        }
        [[fallthrough]];
    default: QWidget::keyPressEvent(event);
    }
}

bool PlotWidget::event(QEvent *event)
{
    if (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut) {
        update();
    }
    return QWidget::event(event);
}

void PlotWidget::leaveEvent(QEvent *)
{
    if (!hasFocus()) {
        choose(-1);
    }
}

QMenu *PlotWidget::menu()
{
    auto *all = new QMenu(this);
    all->setAttribute(Qt::WA_DeleteOnClose);
    all->addAction(tr("Show as a &table…"), this, &PlotWidget::showTable);
    all->addSeparator();
    all->addAction(tr("&Copy picture"), QKeySequence::Copy, this,
                   [this] { QApplication::clipboard()->setImage(plot::imageOf(m_plot, kFileSize, 2)); });
    all->addAction(tr("Copy &data (CSV)"), this, [this] { QApplication::clipboard()->setText(text(plot::csvOf(m_plot))); });
    all->addAction(tr("&Save as SVG, PDF, PNG or CSV…"), this, &PlotWidget::askAndSave);
    all->addSeparator();
    all->addAction(tr("Zoom in (+)"), this, [this] { magnify(kStep); });
    all->addAction(tr("Show &all (0)"), this, [this] { look(plot::wholeOf(m_plot)); });
    return all;
}

void PlotWidget::contextMenuEvent(QContextMenuEvent *event)
{
    menu()->popup(event->globalPos());
}

QString PlotWidget::save(const QString &file) const
{
    const QString ending = QFileInfo(file).suffix().toLower();
    QByteArray content;
    if (ending == QStringLiteral("csv")) {
        content = QByteArray::fromStdString(plot::csvOf(m_plot));
    } else if (ending == QStringLiteral("svg")) {
        content = plot::svgOf(m_plot, kFileSize);
    } else if (ending == QStringLiteral("pdf")) {
        content = plot::pdfOf(m_plot, kFileSize);
    } else if (ending == QStringLiteral("png")) {
        QBuffer buffer(&content);
        buffer.open(QIODevice::WriteOnly);
        plot::imageOf(m_plot, kFileSize, 3).save(&buffer, "PNG");
    } else {
        return tr("The file's name has to end in .svg, .pdf, .png or .csv.");
    }
    const Status written = writeFile(std::filesystem::path(file.toStdString()), content.toStdString());
    return written ? QString() : text(written.error());
}

void PlotWidget::askAndSave()
{
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save the chart"), QStringLiteral("chart.svg"), tr("Pictures and data (*.svg *.pdf *.png *.csv)"));
    const QString problem = file.isEmpty() ? QString() : save(file);
    if (!problem.isEmpty()) {
        QMessageBox::warning(this, tr("Save the chart"), problem);
    }
}

void PlotWidget::showTable()
{
    auto *dialog = new QDialog(this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(text(m_plot.title));
    dialog->resize(560, 420);
    auto *table = plainTable({tr("Series"), text(m_plot.x.title()), text(m_plot.y.title()), tr("± (k = 2)"), tr("In words")}, text(m_plot.title), 22);
    table->setRowCount(int(m_readings.size()));
    const auto number = [](double v) { return QLocale().toString(v, 'g', 6); };
    for (size_t i = 0; i < m_readings.size(); ++i) {
        const plot::Reading &r = m_readings[i];
        const std::array<QString, 5> cells{text(r.series), number(r.x), number(r.y), r.uncertainty ? number(*r.uncertainty) : QString(),
                                           text(r.text)};
        setRow(*table, int(i), cells);
    }
    table->resizeColumnsToContents();
    auto *layout = new QVBoxLayout(dialog);
    layout->addWidget(table);
    dialog->show();
}

} // namespace lamp::app
