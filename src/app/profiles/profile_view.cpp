// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/profiles/profile_view.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"

#include "report/profile_plots.h"

#include <QCheckBox>
#include <QFileInfo>
#include <QGridLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace lamp::app {

ProfileView::ProfileView(QWidget *parent)
    : QFrame(parent), m_name(new QLabel), m_sentences(new QLabel), m_findings(new QLabel), m_gamut(new PlotWidget), m_tones(new PlotWidget),
      m_ramps(new PlotWidget), m_xy(new QCheckBox(tr("in &x, y instead of u′, v′"))),
      m_tags(plainTable({tr("Tag"), tr("Meaning"), tr("Type"), tr("Bytes")}, tr("Tags of the profile"), 22)),
      m_install(new QPushButton(tr("&Install for an output…"))), m_cube(new QPushButton(tr("Make a 3D &LUT…"))),
      m_rebuild(new QPushButton(tr("Make it &again from its readings…")))
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(8);
    QFont large = font();
    large.setPixelSize(20);
    m_name->setFont(large);
    for (QLabel *label : {m_name, m_sentences, m_findings}) {
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        layout->addWidget(label);
    }
    auto *charts = new QGridLayout;
    charts->setSpacing(10);
    auto *gamut = new QVBoxLayout;
    gamut->addWidget(m_gamut, 1);
    gamut->addWidget(m_xy);
    charts->addLayout(gamut, 0, 0, 2, 1);
    charts->addWidget(m_tones, 0, 1);
    charts->addWidget(m_ramps, 1, 1);
    charts->setColumnStretch(0, 6);
    charts->setColumnStretch(1, 5);
    layout->addLayout(charts, 3);
    m_tags->verticalHeader()->hide();
    m_tags->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_tags->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    layout->addWidget(m_tags, 1);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_install, m_cube, m_rebuild}) {
        buttons->addWidget(b);
    }
    buttons->addStretch(1);
    layout->addLayout(buttons);
    connect(m_xy, &QCheckBox::toggled, this, &ProfileView::drawGamut);
    connect(m_install, &QPushButton::clicked, this, &ProfileView::installWanted);
    connect(m_cube, &QPushButton::clicked, this, &ProfileView::cubeWanted);
    connect(m_rebuild, &QPushButton::clicked, this, &ProfileView::rebuildWanted);
}

std::shared_ptr<const OpenedProfile> ProfileView::look(const QString &path, const Bytes &bytes, WallTime now)
{
    auto opened = std::make_shared<OpenedProfile>();
    opened->path = path;
    opened->bytes = bytes;
    opened->seen = std::make_shared<const Inspection>(inspect(bytes, now));
    opened->meaning = meaningOf(*opened->seen);
    return opened;
}

void ProfileView::show(const std::shared_ptr<const OpenedProfile> &opened)
{
    m_bytes = opened->bytes;
    m_seen = opened->seen;
    const bool opens = m_seen->profile.has_value();
    m_name->setText(opens ? QString::fromStdString(m_seen->facts->description) : QFileInfo(opened->path).fileName());
    const QStringList sentences = worded(opened->meaning);
    m_sentences->setText(sentences.join(' '));
    m_sentences->setVisible(!sentences.isEmpty());
    fillFindings();
    fillTags();
    const auto draw = [this](PlotWidget *plot, auto function) {
        plot->setPlot(function(*m_seen));
        plot->setVisible(m_seen->profile.has_value());
    };
    drawGamut();
    draw(m_tones, profileTonePlot);
    draw(m_ramps, profileRampsPlot);
    m_install->setEnabled(opens && m_seen->sound());
    m_cube->setEnabled(opens);
    m_rebuild->setEnabled(opens && !m_seen->facts->readings.empty());
    m_install->setToolTip(m_seen->sound() ? QString() : tr("A faulty profile cannot be installed."));
}

void ProfileView::drawGamut()
{
    m_gamut->setPlot(profileGamutPlot(*m_seen, m_xy->isChecked()));
    m_gamut->setVisible(m_seen->profile.has_value());
    m_xy->setVisible(m_seen->profile.has_value());
}

void ProfileView::fillFindings()
{
    QStringList lines;
    for (const Finding &f : m_seen->findings) {
        // State is told by shape and words: a filled square, a half one, a hollow one.
        const QString mark = f.weight == Finding::Weight::Fault ? QStringLiteral("■ ")
                                                                : (f.weight == Finding::Weight::Doubt ? QStringLiteral("◧ ") : QStringLiteral("□ "));
        lines << mark + worded(named(f.weight)) + QStringLiteral(" (") + QString::fromStdString(f.place) + QStringLiteral("): ") + worded(f.text);
    }
    m_findings->setText(lines.isEmpty() ? tr("Nothing wrong was found.") : lines.join('\n'));
}

void ProfileView::fillTags()
{
    m_tags->setRowCount(int(m_seen->tags.size()));
    for (size_t i = 0; i < m_seen->tags.size(); ++i) {
        const TagEntry &t = m_seen->tags[i];
        const std::array<QString, 4> cells{QString::fromStdString(t.signature), worded(t.means), QString::fromStdString(t.type),
                                           QString::number(t.size)};
        setRow(*m_tags, int(i), cells);
    }
}

} // namespace lamp::app
