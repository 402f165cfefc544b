// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/before_after/look_screen.h"
#include "desktop/installation.h"

#include <QFrame>

#include <set>

class QComboBox;
class QLabel;
class QPushButton;
class QTimer;

namespace lamp::app {

/// Which profile this computer's outputs use, whether its ramps are loaded, and what changed since. Looks again every
/// few seconds.
class InstalledPanel : public QFrame {
    Q_OBJECT

public:
    explicit InstalledPanel(QWidget *parent = nullptr);
    /// Installs a profile for the output that is chosen, and puts it into use.
    /// \param outputName chooses that output first
    Status install(const Bytes &profile, const QString &outputName = {});
    /// Chooses an output by its name, where there is one of that name.
    void choose(const QString &name);
    /// Switches to the output's next profile.
    void next();
    /// Shows a picture on the chosen output, with its profile and without; what was in use is put back afterwards.
    void lookBothWays();
    /// The picture that is shown so, if any.
    [[nodiscard]] LookScreen *lookScreen() const { return m_both.get(); }
    /// Looks once; \return how the chosen output stands
    std::optional<OutputState> look();
    /// Whether it looks again by itself; not while a visit loads ramps of its own.
    void watch(bool on) { m_watching = on; }
    [[nodiscard]] QString words() const;
    [[nodiscard]] bool hasOutput() const { return !m_outputs.empty(); }

Q_SIGNALS:
    /// Something that was in use is no more, or ramps were changed by somebody.
    void disturbed(const QString &what);

private:
    void connectScreen();
    /// Outputs and what is installed, as they are now: monitors come and go, and others install as well.
    void readAgain();
    [[nodiscard]] const XOutput *output() const;
    void told(const Status &status);
    /// How an output stands; says so where it was in use before and is no more.
    Result<OutputState> watched(const XOutput &output);
    void tellDesktop(const XOutput &output) const;

    std::unique_ptr<XScreen> m_screen;
    Installation m_installation;
    std::vector<XOutput> m_outputs; ///< as the choice lists them
    std::set<std::string> m_good;   ///< outputs whose profile and ramps were in use when they were looked at last
    bool m_watching = true;
    QComboBox *m_choice;
    QLabel *m_state;
    QPushButton *m_apply, *m_clear, *m_next, *m_look, *m_login;
    QTimer *m_timer;
    std::unique_ptr<LookScreen> m_both; ///< goes before the screen that it uses
};

} // namespace lamp::app
