// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/target_reach.h"

#include <QWidget>

#include <memory>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QHBoxLayout;
class QLabel;
class QListWidget;
class QPushButton;

namespace lamp::app {

class PlotWidget;

/// Chooses what a display is to be brought to: one of the targets that are kept, with every setting open to be changed in place, and
/// beside it what comes of it on this display, as its last visit knows it. Digits choose a target.
class TargetForm : public QWidget {
    Q_OBJECT

public:
    /// \param offered one or more; \param chosen where the choice stands at first; its settings too, where none of the name is offered
    /// \param roomLight chromaticity of the light at the desk, where it was measured
    TargetForm(std::vector<Target> offered, const Target &chosen, const std::optional<Chromaticity> &roomLight, QWidget *parent = nullptr);

    /// As it stands now. One that was changed and not kept has no name.
    [[nodiscard]] Target target() const;
    /// \return whether there is one of this number, counted from 1
    bool choose(int number);
    /// What the display can do; null: not known.
    void setDisplay(std::shared_ptr<const VisitedDisplay> display);
    /// Whether targets can be kept; without, they are only for this visit.
    void setKeeping(bool on);
    [[nodiscard]] QString preview() const;
    /// A display whose white and luminance can be aimed at.
    struct Reference {
        QString name;
        Chromaticity white;
        double luminance; ///< cd/m²
    };
    void setReferences(std::vector<Reference> references);
    /// The light that was measured at the desk, or in the booth: what paper there is first taken to lie in. lux
    void setBoothLux(std::optional<double> lux) { m_boothLux = lux; }
    /// Takes a tone curve from a table; where it is none, says why and changes nothing.
    void takeCurve(const std::string &csv);
    /// Back to before the last change.
    void undo();
    /// The targets that are kept have changed. \param chosen name of the one to choose
    void setOffered(std::vector<Target> offered, const QString &chosen);

protected:
    bool eventFilter(QObject *watched, QEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

Q_SIGNALS:
    /// The target is to be kept under its name; one that it was called before goes.
    void keepWanted(const lamp::Target &target, const QString &before);
    void takeOffWanted(const QString &name);
    void importWanted();
    void exportWanted(const lamp::Target &target);

private:
    void buildSettings(const std::optional<Chromaticity> &roomLight);
    void fillList();
    void showTarget(const Target &target);
    void changed();
    void showFields();
    void tell();
    void askForName(bool rename);
    [[nodiscard]] bool isOwn(int row) const;
    void remember();
    void pickWhite(double u, double v);
    void pickReference();
    void openCurve();
    /// What people hold against each other about the setting that is looked at.
    [[nodiscard]] QString schoolsOf(const QObject *setting) const;
    QDoubleSpinBox *box(double from, double to, double step, int decimals, const QString &name);

    std::vector<Target> m_offered;
    Target m_base;         ///< that the settings began with
    bool m_edited = false; ///< the settings are no longer those of the one that is chosen
    bool m_filling = false;
    std::optional<Chromaticity> m_roomLight;
    std::optional<double> m_boothLux;
    std::shared_ptr<const VisitedDisplay> m_display;
    std::vector<Reference> m_references;
    ToneCurve m_curve; ///< of the own kind; empty before one was opened
    struct Step {
        Target target, base; ///< base: the kept one that its settings began with
        bool edited;
    };
    std::vector<Step> m_past;          ///< what undo() goes back to, the last first
    std::optional<Step> m_now;         ///< as last told
    const QObject *m_typing = nullptr; ///< whose changes are one step

    QListWidget *m_list;
    QLabel *m_why, *m_preview, *m_schools, *m_state;
    QComboBox *m_white, *m_luminance, *m_tone, *m_black, *m_gamut, *m_reference;
    QDoubleSpinBox *m_kelvin, *m_x, *m_y, *m_u, *m_v, *m_level, *m_lux, *m_reflectance, *m_gamma, *m_blackLevel;
    QCheckBox *m_keepLuminance;
    QPushButton *m_keep, *m_rename, *m_takeOff, *m_import, *m_export, *m_undo, *m_openCurve;
    PlotWidget *m_plot;
};

} // namespace lamp::app
