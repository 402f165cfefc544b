// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/eye_match.h"
#include "store/visited.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;

namespace lamp::app {

/// A neutral on a gray ground, to be looked at beside another display's.
class NeutralPatch : public QWidget {
    Q_OBJECT

public:
    explicit NeutralPatch(QWidget *parent = nullptr) : QWidget(parent) {}
    void setColours(const Drive &patch, const Drive &surround);
    [[nodiscard]] QColor patch() const { return m_patch; }

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    QColor m_patch, m_surround;
};

/// Two displays matched by eye: on the one that follows a neutral is set until it looks like the reference's, several times, by two people or
/// more, each time from a beginning that nobody is told. Figures are shown at the end only.
class EyeView : public QDialog {
    Q_OBJECT

public:
    /// \param reference, display outlive it
    EyeView(const StudioDisplay &reference, const StudioDisplay &display, std::uint64_t seed, QWidget *parent);
    ~EyeView() override;
    /// Asks once before settings are dropped.
    void reject() override;
    /// What was found, after it was accepted.
    [[nodiscard]] EyeMatch found(WallTime now) const;
    [[nodiscard]] const EyeMatching *matching() const { return m_matching ? &*m_matching : nullptr; }

protected:
    void keyPressEvent(QKeyEvent *event) override;

private:
    void step(EyeMatching::Step step, bool coarse);
    void same();
    void back();
    void showReference();
    void tell();
    [[nodiscard]] int settingsOf(const std::string &person) const;

    const StudioDisplay &m_reference, &m_display;
    std::optional<EyeMatching> m_matching;
    NeutralPatch *m_patch;
    bool m_asked = false;       ///< whether settings may be dropped
    QDialog *m_other = nullptr; ///< the reference's patch
    QLabel *m_said, *m_figures;
    QLineEdit *m_person;
    QPushButton *m_same, *m_back, *m_keep;
};

} // namespace lamp::app
