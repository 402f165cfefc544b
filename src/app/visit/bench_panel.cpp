// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/bench_panel.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QGridLayout>
#include <QLabel>
#include <QPainter>
#include <QSlider>
#include <QTimer>
#include <QVBoxLayout>

#include <cmath>

namespace lamp::app {

/// The screen on its stand, the patch on it, the instrument as a ring where it lies.
class BenchPanel::Picture : public QWidget {
public:
    explicit Picture(QWidget *parent) : QWidget(parent)
    {
        setMinimumHeight(170);
        setAccessibleName(QObject::tr("Picture of the bench"));
    }
    void setView(const sim::SimBench::View &view)
    {
        m_view = view;
        update();
    }

protected:
    void paintEvent(QPaintEvent *) override
    {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const plot::Tones t = chartTones();
        const double w = std::min(double(width()) - 16, (height() - 34) * 16.0 / 9), h = w * 9 / 16;
        const QRectF screen((width() - w) / 2, 6, w, h);
        const auto colour = [](const Drive &d) { return QColor::fromRgbF(float(d.a), float(d.b), float(d.c)); };
        p.setPen(QPen(t.soft, 5));
        p.setBrush(colour(m_view.patch.surround));
        p.drawRoundedRect(screen.adjusted(-2, -2, 2, 2), 2, 2);
        // Foot of the stand.
        p.setPen(QPen(t.soft, 4));
        p.drawLine(QPointF(screen.center().x(), screen.bottom() + 4), QPointF(screen.center().x(), screen.bottom() + 18));
        p.drawLine(QPointF(screen.center().x() - 34, screen.bottom() + 19), QPointF(screen.center().x() + 34, screen.bottom() + 19));
        // Patches are drawn larger than they are, so that they can be seen here.
        const double share = std::sqrt(std::min(1.0, m_view.patch.area * 2.5));
        QRectF area(0, 0, share * w, share * h);
        area.moveCenter({screen.left() + m_view.patch.at[0] * w, screen.top() + m_view.patch.at[1] * h});
        p.fillRect(area.intersected(screen), colour(m_view.patch.rgb));
        const bool desk = m_view.place.desk;
        const QPointF at = desk ? QPointF(screen.right() - 18, screen.bottom() + 14)
                                : QPointF(screen.left() + m_view.place.at[0] * w, screen.top() + m_view.place.at[1] * h);
        p.setPen(QPen(QColor(128, 128, 128), 4));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(at, 15, 15);
        p.setPen(QPen(QColor(128, 128, 128), 2));
        p.drawLine(at - QPointF(0, 17), desk ? at - QPointF(0, 17) : QPointF(at.x(), screen.top()));
    }

private:
    sim::SimBench::View m_view;
};

BenchPanel::BenchPanel(QWidget *parent)
    : QFrame(parent), m_picture(new Picture(this)), m_title(new QLabel(this)), m_asked(new QLabel(this)), m_timer(new QTimer(this))
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    m_title->setWordWrap(true);
    layout->addWidget(m_title);
    layout->addWidget(m_picture, 1);
    m_menu = new QGridLayout;
    m_menu->setVerticalSpacing(4);
    layout->addLayout(m_menu);
    m_asked->setWordWrap(true);
    layout->addWidget(m_asked);
    connect(m_timer, &QTimer::timeout, this, &BenchPanel::refresh);
    m_timer->setInterval(60);
    setVisible(false);
}

void BenchPanel::setBench(std::shared_ptr<sim::SimBench> bench)
{
    m_bench = std::move(bench);
    setVisible(m_bench != nullptr);
    rebuildMenu();
    if (m_bench) {
        m_timer->start();
        refresh();
    } else {
        m_timer->stop();
    }
}

void BenchPanel::rebuildMenu()
{
    for (const auto &[name, row] : m_rows) {
        delete row.name;
        delete row.slider;
        delete row.value;
    }
    m_rows.clear();
    m_asked->clear();
    if (!m_bench) {
        return;
    }
    int line = 0;
    for (const Control &c : m_bench->view().display.controls) {
        const QString name = QString::fromStdString(c.name);
        Row row{new QLabel(controlName(c.name), this), new QSlider(Qt::Horizontal, this), new QLabel(this)};
        row.slider->setRange(int(c.min), int(c.max));
        row.slider->setSingleStep(int(std::max(1.0, c.step)));
        row.slider->setValue(int(c.value));
        row.slider->setAccessibleName(tr("Display's menu: %1").arg(controlName(c.name)));
        row.slider->setObjectName(QStringLiteral("menu-") + name);
        row.value->setMinimumWidth(28);
        row.value->setAlignment(Qt::AlignRight);
        m_menu->addWidget(row.name, line, 0);
        m_menu->addWidget(row.slider, line, 1);
        m_menu->addWidget(row.value, line, 2);
        connect(row.slider, &QSlider::valueChanged, this, [this, control = c.name](int value) {
            if (m_bench) {
                (void)m_bench->setControl(control, value);
            }
        });
        m_rows[name] = row;
        ++line;
    }
}

void BenchPanel::askFor(const QString &control, double value)
{
    for (auto &[name, row] : m_rows) {
        QFont f = font();
        f.setBold(name == control);
        row.name->setFont(f);
    }
    m_asked->setText(control.isEmpty() ? QString() : tr("Set: %1 to %2").arg(controlName(control.toStdString())).arg(value));
    if (QSlider *s = slider(control)) {
        s->setFocus(Qt::OtherFocusReason);
    }
}

QSlider *BenchPanel::slider(const QString &control) const
{
    const auto it = m_rows.find(control);
    return it == m_rows.end() ? nullptr : it->second.slider;
}

void BenchPanel::refresh()
{
    if (!m_bench) {
        return;
    }
    const auto view = m_bench->view();
    m_picture->setView(view);
    m_title->setText(tr("%1, simulated: on for %2%3")
                         .arg(QString::fromStdString(view.display.model), wordedSpan(view.t),
                              view.display.lutLoaded ? tr("; ramps loaded") : tr("; ramps linear")));
    for (const Control &c : view.display.controls) {
        const auto it = m_rows.find(QString::fromStdString(c.name));
        if (it == m_rows.end()) {
            continue;
        }
        if (!it->second.slider->isSliderDown()) {
            const QSignalBlocker blocker(it->second.slider);
            it->second.slider->setValue(int(std::lround(c.value)));
        }
        it->second.value->setText(QString::number(c.value));
    }
}

} // namespace lamp::app
