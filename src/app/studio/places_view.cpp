// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/places_view.h"

#include "app/studio/places_model.h"

#include <utility>

namespace lamp::app {

namespace {

/// A studio of no more displays is laid open whole.
constexpr int kFewDisplays = 200;

} // namespace

PlacesView::PlacesView(QWidget *parent) : QTreeView(parent), m_places(new PlacesModel(this))
{
    setModel(m_places);
    setHeaderHidden(true);
    setIconSize({26, 26});
    setRootIsDecorated(false);
    setIndentation(10);
    setMinimumWidth(200);
    setAccessibleName(tr("Displays"));
    // One that is current already, while another page is seen, is gone to as well.
    connect(this, &QTreeView::clicked, this, [this](const QModelIndex &index) {
        if (index.data(PlacesModel::kDisplayRole) == m_current) {
            Q_EMIT chosen(m_current);
        }
    });
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex &current) {
        if (const QVariant id = current.data(PlacesModel::kDisplayRole); id.isValid()) {
            m_current = id.toLongLong();
            if (!m_quiet) {
                Q_EMIT chosen(m_current);
            }
        }
    });
}

Status PlacesView::reload(Store &store, const DueBook &due)
{
    if (Status read = m_places->reload(store, due); !read) {
        return read;
    }
    if (m_places->displays() <= kFewDisplays) {
        expandAll();
        widen();
    }
    if (m_current == 0) {
        const auto first = store.studio().displays({0, 1});
        if (!first.empty()) {
            choose(first.front().id);
        }
        return Done{};
    }
    mean(m_current);
    return Done{};
}

void PlacesView::setDue(const DueBook &due)
{
    m_places->setDue(due);
    if (m_places->displays() <= kFewDisplays) {
        widen();
    }
}

void PlacesView::choose(qint64 id)
{
    if (const QModelIndex place = m_places->indexOf(id); place.isValid()) {
        m_current = id;
        setCurrentIndex(place);
    }
}

void PlacesView::mean(qint64 id)
{
    // The view itself hears of it: it draws the choice, and scrolls to it.
    const bool before = std::exchange(m_quiet, true);
    setCurrentIndex(m_places->indexOf(id));
    m_quiet = before;
    m_current = id;
}

void PlacesView::widen()
{
    // Names and states are whole, as far as there is room.
    constexpr int kNarrowest = 200, kWidest = 300;
    int widest = kNarrowest;
    for (QModelIndex i = m_places->index(0, 0); i.isValid(); i = indexBelow(i)) {
        const int depth = i.parent().isValid() ? 2 : 1;
        widest = std::max(widest, sizeHintForIndex(i).width() + depth * indentation() + 2 * frameWidth() + 4);
    }
    setMinimumWidth(std::min(widest, kWidest));
}

} // namespace lamp::app
