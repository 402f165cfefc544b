// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/reading_panel.h"

#include "app/parts/words.h"

#include "colour/cct.h"

#include <QLabel>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// As many as instruments of the kind resolve: of a display's light, and of a room's.
int decimalsFor(double y, bool ambient)
{
    return ambient ? (y >= 10 ? 0 : 1) : (y >= 100 ? 1 : (y >= 1 ? 2 : 4));
}

const QString kNoChromaticity = QStringLiteral("x –       y –");
constexpr int kLarge = 36; // pixels, of the figure in the middle

/// Shows a text whole: smaller where it is wider than its place.
void fit(QLabel &label, const QString &text, int room)
{
    QFont f = label.font();
    f.setPixelSize(kLarge);
    while (f.pixelSize() > kLarge / 2 && QFontMetrics(f).horizontalAdvance(text) > room) {
        f.setPixelSize(f.pixelSize() - 2);
    }
    label.setFont(f);
    label.setText(text);
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
    m_luminance = line(kLarge);
    m_luminance->setFixedHeight(QFontMetrics(m_luminance->font()).height()); // figures below do not jump
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
    m_chromaticity->setText(kNoChromaticity);
    m_cct->setText(QStringLiteral("– K"));
    m_distance->clear();
}

void ReadingPanel::show(const Measurement &m, const VisitRecord &record)
{
    m_what->setText(tr("Reading %1: %2").arg(m.index).arg(patchName(m.name)));
    const bool ambient = m.mode == ReadMode::Ambient;
    const QString unit = ambient ? tr("lux") : tr("cd/m²");
    const int decimals = decimalsFor(m.xyz.b, ambient);
    fit(*m_luminance, m.tooDark ? tr("below %1 %2").arg(number(m.sigma.b, 3), unit) : QStringLiteral("%1 %2").arg(number(m.xyz.b, decimals), unit),
        width() - layout()->contentsMargins().left() - layout()->contentsMargins().right());
    const Chromaticity c = chromaticity(m.xyz);
    const bool coloured = !m.tooDark && c.y > 0; // of no light there is no colour
    m_chromaticity->setText(coloured ? QStringLiteral("x %1  y %2").arg(number(c.x, 4), number(c.y, 4)) : kNoChromaticity);
    m_cct->setText(coloured && cctOf(c).meaningful() ? QStringLiteral("%1 K  Duv %2").arg(number(cctOf(c).kelvin, 0), number(cctOf(c).duv, 4))
                                                     : QStringLiteral("– K"));
    QString distance = tr("± %1 %2 (k = 2)").arg(number(2 * m.sigma.b, decimals + 1), unit);
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
