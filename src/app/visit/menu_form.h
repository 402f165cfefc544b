// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <QWidget>

#include <vector>

class QCheckBox;
class QDoubleSpinBox;

namespace lamp::app {

/// What a display's own menu offers, where the display does not say it: brightness and the gains, each with its range and where it
/// stands. What is not ticked is not asked for later.
class MenuForm : public QWidget {
    Q_OBJECT

public:
    /// \param known of its last visit, as it was left; what is in it is ticked
    explicit MenuForm(const std::vector<Control> &known, QWidget *parent = nullptr);
    [[nodiscard]] std::vector<Control> menu() const;

private:
    struct Row {
        Control control;
        QCheckBox *there;
        QDoubleSpinBox *now, *most;
    };
    std::vector<Row> m_rows;
};

} // namespace lamp::app
