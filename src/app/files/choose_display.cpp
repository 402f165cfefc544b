// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/choose_display.h"

#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/studio/open_studio.h"
#include "report/visit_plots.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QImage>
#include <QLabel>
#include <QListWidget>
#include <QPixmap>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

constexpr int kThumb = 72; // pixels

QIcon photographOf(Store &store, qint64 display)
{
    const auto all = store.pictures().of(display);
    QImage image;
    if (all.empty() || !image.loadFromData(store.pictures().content(all.back().id))) {
        return {};
    }
    return QPixmap::fromImage(image.scaled(kThumb, kThumb, Qt::KeepAspectRatio, Qt::SmoothTransformation));
}

plot::Plot named(plot::Plot plot, const QString &title)
{
    plot.title = title.toStdString();
    return plot;
}

} // namespace

ChooseDisplay::ChooseDisplay(const OpenStudio &studio, const VisitRecord &record, std::vector<DisplayEntry> possible, QWidget *parent)
    : QDialog(parent), m_studio(studio), m_possible(std::move(possible)), m_list(new QListWidget), m_file(new PlotWidget), m_display(new PlotWidget),
      m_said(new QLabel), m_take(nullptr)
{
    setWindowTitle(tr("Choose the display"));
    resize(980, 580);
    auto *column = new QVBoxLayout(this);
    auto *why = new QLabel(tr("The file names a %1 without a serial number. Which display was measured on %2?")
                               .arg(text(record.display.model), wordedDay(record.started)));
    why->setWordWrap(true);
    why->setTextFormat(Qt::PlainText);
    column->addWidget(why);
    m_list->setIconSize({kThumb, kThumb});
    m_list->setAccessibleName(tr("Displays that may be meant"));
    for (const DisplayEntry &d : m_possible) {
        m_list->addItem(new QListWidgetItem(photographOf(*studio.store(), d.id), tellingName(*studio.store(), d)));
    }
    m_list->addItem(tr("a new display"));
    column->addWidget(m_list, 1);
    auto *both = new QHBoxLayout;
    both->addWidget(m_file, 1);
    both->addWidget(m_display, 1);
    column->addLayout(both, 2);
    m_said->setWordWrap(true);
    m_said->setTextFormat(Qt::PlainText);
    column->addWidget(m_said);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    m_take = buttons->button(QDialogButtonBox::Ok);
    m_take->setText(tr("&Import the visit"));
    m_take->setEnabled(false);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_list, &QListWidget::itemSelectionChanged, this, &ChooseDisplay::compare);
    m_file->setPlot(named(gamutPlot(record), tr("In the file")));
    compare();
}

std::optional<DisplayEntry> ChooseDisplay::chosen() const
{
    const auto row = size_t(std::max(0, m_list->currentRow()));
    return row < m_possible.size() ? std::optional(m_possible[row]) : std::nullopt;
}

void ChooseDisplay::compare()
{
    const bool any = !m_list->selectedItems().isEmpty();
    m_take->setEnabled(any);
    const auto display = any ? chosen() : std::nullopt;
    const auto last = display ? m_studio.lastVisit(display->id) : std::nullopt;
    m_display->setVisible(last.has_value());
    if (last) {
        m_display->setPlot(named(gamutPlot(*last), tr("%1, last visit on %2").arg(display->name, wordedDay(last->started))));
    }
    m_said->setText(!any       ? tr("Choose a display. The charts then show both.")
                    : !display ? tr("A new display is added to the studio.")
                    : !last    ? tr("%1 has no visit yet that could be compared.").arg(display->name)
                               : tr("Compare the two charts before you import."));
}

} // namespace lamp::app
