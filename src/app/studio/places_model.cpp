// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/places_model.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QApplication>

#include <set>

namespace lamp::app {

Status PlacesModel::reload(Store &store, const DueBook &due)
{
    const auto rooms = store.board().rooms();
    const auto statuses = store.board().displays();
    std::set<qint64> read;
    for (const Place &p : m_places) {
        if (p.read) {
            read.insert(p.status.room.id);
        }
    }
    std::vector<Place> places;
    for (const RoomStatus &room : rooms) {
        Place place{room, false, {}};
        if (read.contains(room.room.id)) {
            place.read = true;
            place.displays = store.studio().displaysIn(room.room.id);
        }
        places.push_back(std::move(place));
    }
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    beginResetModel();
    m_store = &store;
    m_places = std::move(places);
    m_rooms.clear();
    for (const DisplayStatus &s : statuses) {
        m_rooms[s.displayId] = s.roomId;
    }
    take(due);
    endResetModel();
    return Done{};
}

void PlacesModel::take(const DueBook &due)
{
    m_now = due.on();
    m_due.clear();
    m_wanting.clear();
    for (const DueQuestion &q : due.questions()) {
        const Due found = dueOf(q, m_now);
        const auto room = m_rooms.find(q.key);
        const bool calm = found.state == "ok" || found.state == "due-soon";
        if (room != m_rooms.end() && !calm) {
            ++m_wanting[room->second];
        }
        m_due[q.key] = found;
    }
}

void PlacesModel::setDue(const DueBook &due)
{
    take(due);
    for (int i = 0; i < int(m_places.size()); ++i) {
        const QModelIndex room = index(i, 0);
        Q_EMIT dataChanged(room, room);
        if (const int displays = rowCount(room); displays > 0) {
            Q_EMIT dataChanged(index(0, 0, room), index(displays - 1, 0, room));
        }
    }
}

int PlacesModel::displays() const
{
    return int(m_rooms.size());
}

QModelIndex PlacesModel::indexOf(qint64 displayId)
{
    const auto display = m_store != nullptr ? m_store->studio().display(displayId) : std::nullopt;
    for (int i = 0; display && i < int(m_places.size()); ++i) {
        if (m_places[size_t(i)].status.room.id == display->roomId) {
            const QModelIndex room = index(i, 0);
            fetchMore(room);
            const auto &all = m_places[size_t(i)].displays;
            const auto it = std::find_if(all.begin(), all.end(), [&](const DisplayEntry &d) { return d.id == displayId; });
            return it != all.end() ? index(int(it - all.begin()), 0, room) : QModelIndex();
        }
    }
    return {};
}

QModelIndex PlacesModel::index(int row, int column, const QModelIndex &parent) const
{
    // A room's own index carries 0, a display's the number of its room from 1.
    return hasIndex(row, column, parent) ? createIndex(row, column, parent.isValid() ? quintptr(parent.row() + 1) : quintptr(0)) : QModelIndex();
}

QModelIndex PlacesModel::parent(const QModelIndex &index) const
{
    return index.isValid() && index.internalId() > 0 ? createIndex(int(index.internalId()) - 1, 0, quintptr(0)) : QModelIndex();
}

int PlacesModel::rowCount(const QModelIndex &parent) const
{
    if (!parent.isValid()) {
        return int(m_places.size());
    }
    return parent.internalId() == 0 ? int(m_places[size_t(parent.row())].displays.size()) : 0;
}

bool PlacesModel::hasChildren(const QModelIndex &parent) const
{
    return !parent.isValid() || (parent.internalId() == 0 && m_places[size_t(parent.row())].status.displays > 0);
}

bool PlacesModel::canFetchMore(const QModelIndex &parent) const
{
    return parent.isValid() && parent.internalId() == 0 && !m_places[size_t(parent.row())].read;
}

void PlacesModel::fetchMore(const QModelIndex &parent)
{
    if (!canFetchMore(parent)) {
        return;
    }
    Place &place = m_places[size_t(parent.row())];
    place.read = true;
    auto displays = m_store->studio().displaysIn(place.status.room.id);
    if (!displays.empty()) {
        beginInsertRows(parent, 0, int(displays.size()) - 1);
        place.displays = std::move(displays);
        endInsertRows();
    }
}

QVariant PlacesModel::roomData(const Place &place, int role) const
{
    const auto found = m_wanting.find(place.status.room.id);
    const int wanting = found != m_wanting.end() ? found->second : 0;
    switch (role) {
    case Qt::DisplayRole: return place.status.room.name;
    case Qt::ToolTipRole:
    case Qt::AccessibleDescriptionRole: return tr("%1, %2 due").arg(text(say("count-displays", place.status.displays))).arg(wanting);
    case Qt::FontRole: {
        QFont bold = QApplication::font();
        bold.setBold(true);
        return bold;
    }
    default: return {};
    }
}

QVariant PlacesModel::displayData(const DisplayEntry &display, int role) const
{
    const auto it = m_due.find(display.id);
    const Due due = it != m_due.end() ? it->second : dueOf({}, m_now);
    switch (role) {
    case Qt::DisplayRole: return QString(display.name + '\n' + text(dueSaid(due, m_now)));
    case Qt::AccessibleTextRole: return QString(display.name + ", " + text(dueSaid(due, m_now)));
    case Qt::DecorationRole: return lampIcon(lampOf(due), 26);
    case kDisplayRole: return display.id;
    default: return {};
    }
}

QVariant PlacesModel::data(const QModelIndex &index, int role) const
{
    if (!index.isValid()) {
        return {};
    }
    return index.internalId() == 0 ? roomData(m_places[size_t(index.row())], role)
                                   : displayData(m_places[size_t(index.internalId() - 1)].displays[size_t(index.row())], role);
}

Qt::ItemFlags PlacesModel::flags(const QModelIndex &index) const
{
    // Rooms are no places to be at: the arrow keys go from display to display.
    return index.internalId() == 0 ? Qt::ItemIsEnabled : Qt::ItemIsEnabled | Qt::ItemIsSelectable;
}

} // namespace lamp::app
