// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/identity.h"
#include "visit/record.h"

#include <QDialog>

class QLabel;
class QListWidget;
class QPushButton;

namespace lamp::app {

class OpenStudio;
class PlotWidget;

/// Asks which display a visit from a file is of, where neither the file nor a serial says it: what the file shows stands beside what each display
/// showed last, with its photograph. Nothing is chosen before the person chooses.
class ChooseDisplay : public QDialog {
    Q_OBJECT

public:
    ChooseDisplay(const OpenStudio &studio, const VisitRecord &record, std::vector<DisplayEntry> possible, QWidget *parent);
    /// The display that was chosen; nothing for a new one. \pre accepted
    [[nodiscard]] std::optional<DisplayEntry> chosen() const;

private:
    void compare();
    const OpenStudio &m_studio;
    std::vector<DisplayEntry> m_possible;
    QListWidget *m_list;
    PlotWidget *m_file, *m_display;
    QLabel *m_said;
    QPushButton *m_take;
};

} // namespace lamp::app
