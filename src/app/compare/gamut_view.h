// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "app/parts/body_widget.h"
#include "base/file.h"

#include <QDialog>

class QComboBox;
class QLabel;

namespace lamp::app {

/// Gamuts to be turned beside each other: of displays, what they share, and the usual spaces.
class GamutView : public QDialog {
    Q_OBJECT

public:
    /// \param profiles named; what they share is added where there are two or more; they need not outlive it
    GamutView(const std::vector<std::pair<std::string, Bytes>> &profiles, QWidget *parent);
    ~GamutView() override;
    [[nodiscard]] BodyWidget *body() const { return m_body; }
    [[nodiscard]] bool busy() const { return m_background.busy(); }

private:
    void choose();
    void save();
    Background m_background;
    std::vector<GamutMesh> m_meshes;
    QStringList m_leftOut; ///< displays whose profile cannot be read, or has no body
    BodyWidget *m_body;
    QComboBox *m_solid, *m_lines;
    QLabel *m_said;
};

} // namespace lamp::app
