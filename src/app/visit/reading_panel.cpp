// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/reading_panel.h"

#include "app/parts/words.h"

#include "colour/cct.h"

#include <QLabel>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

int decimalsFor(double y)
{
    return y >= 100 ? 1 : (y >= 1 ? 2 : 4);
}

} // namespace

ReadingPanel::ReadingPanel(QWidget *parent) : QFrame(parent)
{
    setObjectName(QStringLiteral("sheet"));
    setAccessibleName(tr("Reading"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 10, 14, 10);
    layout->setSpacing(2);
    // B612's figures are all of one width: values do not jump as they change.
    const auto line = [&](int pixels) {
        auto *label = new QLabel(this);
        QFont f = label->font();
        f.setPixelSize(pixels);
        label->setFont(f);
        layout->addWidget(label);
        return label;
    };
    m_what = line(12);
    m_what->setWordWrap(true); // what was read may have a long name: a menu's four settings
    m_what->setMinimumHeight(32);
    m_what->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_luminance = line(36);
    m_chromaticity = line(18);
    m_cct = line(18);
    m_distance = line(13);
    m_distance->setWordWrap(true);
    m_distance->setMinimumHeight(36);
    m_distance->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_next = line(12);
    m_next->setTextFormat(Qt::PlainText);
    m_next->setWordWrap(true);
    m_next->setMinimumHeight(62); // of four lines: the figures above do not jump as reasons change
    m_next->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    clear();
}

void ReadingPanel::showNext(const NextReading &next)
{
    m_next->setText(tr("Why %1? %2").arg(patchName(next.patch), worded(next.why)));
    m_next->show();
    setAccessibleDescription(text());
}

void ReadingPanel::endNext()
{
    m_next->clear();
    m_next->hide();
}

void ReadingPanel::clear()
{
    endNext();
    m_what->setText(tr("No reading yet"));
    m_luminance->setText(QStringLiteral("–"));
    m_chromaticity->setText(QStringLiteral("x –       y –"));
    m_cct->setText(QStringLiteral("– K"));
    m_distance->clear();
}

void ReadingPanel::show(const Measurement &m, const VisitRecord &record)
{
    m_what->setText(tr("Reading %1: %2").arg(m.index).arg(patchName(m.name)));
    const bool ambient = m.mode == ReadMode::Ambient;
    const QString unit = ambient ? tr("lux") : tr("cd/m²");
    m_luminance->setText(m.tooDark ? tr("below %1 %2").arg(number(m.sigma.b, 3), unit)
                                   : QStringLiteral("%1 %2").arg(number(m.xyz.b, decimalsFor(m.xyz.b)), unit));
    const Chromaticity c = chromaticity(m.xyz);
    m_chromaticity->setText(QStringLiteral("x %1  y %2").arg(number(c.x, 4), number(c.y, 4)));
    m_cct->setText(c.y > 0 && cctOf(c).meaningful() ? QStringLiteral("%1 K  Duv %2").arg(number(cctOf(c).kelvin, 0), number(cctOf(c).duv, 4))
                                                    : QStringLiteral("– K"));
    QString distance = tr("± %1 %2 (k = 2)").arg(number(2 * m.sigma.b, decimalsFor(m.xyz.b) + 1), unit);
    const bool white = m.rgb.a == 1 && m.rgb.b == 1 && m.rgb.c == 1 && !ambient;
    if (white) {
        if (const auto target = record.plan.target.white.chromaticity()) {
            distance = tr("Δu′v′ %1 from %2; ").arg(number(uvDistance(c, *target), 4), worded(record.plan.target.white.named())) + distance;
        }
        if (const auto level = record.plan.target.luminance.value()) {
            const double off = m.xyz.b - *level;
            distance = tr("%1 cd/m² %2 target; ").arg(number(std::abs(off), 1), off >= 0 ? tr("above") : tr("below")) + distance;
        }
    }
    m_distance->setText(distance);
    setAccessibleDescription(text());
}

QString ReadingPanel::text() const
{
    return QStringList{m_what->text(), m_luminance->text(), m_chromaticity->text(), m_cct->text(), m_distance->text(), m_next->text()}.join('\n');
}

} // namespace lamp::app
