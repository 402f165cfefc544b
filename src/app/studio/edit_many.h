// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/studio/edit_display.h"

#include <functional>
#include <vector>

class QVBoxLayout;

namespace lamp::app {

/// What is the same on the cards of several displays, changed at once: only what is ticked changes.
class EditMany : public QDialog {
    Q_OBJECT

public:
    EditMany(std::vector<DisplayEntry> displays, Store &store, QWidget *parent);
    /// Each as it would be, in the order they were given.
    [[nodiscard]] std::vector<EditDisplay::Edited> edited() const;

private:
    /// A line with its tick. \param change what it does to a display
    void line(const QString &name, QWidget *field, std::function<void(EditDisplay::Edited &)> change);
    std::vector<DisplayEntry> m_displays;
    std::vector<Room> m_rooms;
    QVBoxLayout *m_lines;
    struct Line {
        QCheckBox *ticked;
        std::function<void(EditDisplay::Edited &)> change;
    };
    std::vector<Line> m_all;
};

/// Stores all of them as one act: all or none.
Status keepAllEdited(Store &store, const std::vector<DisplayEntry> &before, const std::vector<EditDisplay::Edited> &edited, WallTime now);

} // namespace lamp::app
