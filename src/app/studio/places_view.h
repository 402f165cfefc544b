// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QTreeView>

namespace lamp::app {

class DueBook;
class PlacesModel;

/// The studio at the window's side: rooms and the displays in them with their lamps, one of them the current one.
class PlacesView : public QTreeView {
    Q_OBJECT

public:
    explicit PlacesView(QWidget *parent = nullptr);
    /// Shows a studio as it stands now; where none was current, its first display becomes so.
    Status reload(Store &store, const DueBook &due);
    /// What is due was worked out further.
    void setDue(const DueBook &due);
    /// Makes a display the current one, as if a person had chosen it; where it is not known nothing changes.
    void choose(qint64 id);
    /// Makes it the current one without a word: what is shown stays. 0: none.
    void mean(qint64 id);
    /// The current display's number; 0: none.
    [[nodiscard]] qint64 current() const { return m_current; }

Q_SIGNALS:
    void chosen(qint64 id);

private:
    void widen();
    PlacesModel *m_places;
    qint64 m_current = 0;
    bool m_quiet = false; ///< what becomes current was not chosen by a person
};

} // namespace lamp::app
