// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/studio/due_book.h"
#include "store/store.h"

#include <QAbstractItemModel>

#include <unordered_map>

namespace lamp::app {

/// Rooms, and the displays that stand in them, each with its lamp. Displays of a room are read when it is first opened:
/// a studio may have thousands.
class PlacesModel : public QAbstractItemModel {
    Q_OBJECT

public:
    static constexpr int kDisplayRole = Qt::UserRole + 1; ///< a display's number; none for a room

    using QAbstractItemModel::QAbstractItemModel;
    /// Reads it anew. Where it could not be read, what was shown stays: an unreadable studio is not an empty one.
    Status reload(Store &store, const DueBook &due);
    /// What is due was worked out further.
    void setDue(const DueBook &due);
    /// Where a display stands; its room is read for it. Invalid where there is none.
    [[nodiscard]] QModelIndex indexOf(qint64 displayId);
    [[nodiscard]] int displays() const;

    [[nodiscard]] QModelIndex index(int row, int column, const QModelIndex &parent = {}) const override;
    [[nodiscard]] QModelIndex parent(const QModelIndex &index) const override;
    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &) const override { return 1; }
    [[nodiscard]] bool hasChildren(const QModelIndex &parent = {}) const override;
    [[nodiscard]] bool canFetchMore(const QModelIndex &parent) const override;
    void fetchMore(const QModelIndex &parent) override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex &index) const override;

private:
    struct Place {
        RoomStatus status;
        bool read = false;
        std::vector<DisplayEntry> displays;
    };
    void take(const DueBook &due);
    [[nodiscard]] QVariant roomData(const Place &place, int role) const;
    [[nodiscard]] QVariant displayData(const DisplayEntry &display, int role) const;
    Store *m_store = nullptr;
    WallTime m_now{};
    std::vector<Place> m_places;
    std::unordered_map<qint64, qint64> m_rooms; ///< of all displays
    std::unordered_map<qint64, Due> m_due;
    std::unordered_map<qint64, int> m_wanting; ///< by room: displays that there is something to do for
};

} // namespace lamp::app
