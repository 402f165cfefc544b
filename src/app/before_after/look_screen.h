// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/hold.h"
#include "desktop/x_screen.h"
#include "icc/icc.h"

#include <QImage>
#include <QWidget>

#include <functional>
#include <memory>

namespace lamp::app {

class Background;
class LookView;
struct LookedAt;

/// A picture as a colour-managed program shows it on the display of a profile; the display's white stands for the
/// picture's. \param picture in workingColours(), or taken for sRGB
QImage throughProfile(const QImage &picture, const Profile &profile);

/// Before and after on a real screen: fills it with a picture and swaps profile and ramps with it. What was in use is
/// put back when it is closed, and when the program dies.
class LookScreen : public QWidget {
    Q_OBJECT

public:
    /// \param x outlives this \return an error where the output cannot be swapped; nothing was changed then
    static Result<std::unique_ptr<LookScreen>> open(XScreen &x, const XOutput &output, const Bytes &profile, const std::string &command);
    ~LookScreen() override;

    /// Swaps; closes where the X server refuses.
    void toggle();
    [[nodiscard]] bool showsAfter() const;
    /// Shows what is made in the background; where it is none, what is looked at stays.
    void setPicture(std::function<Result<LookedAt>()> picture);
    /// Goes on to the next of the program's own pictures.
    void nextPicture();

Q_SIGNALS:
    /// Closed, with what went wrong or could not be put back, if anything.
    void closed(const QString &problem);

protected:
    void keyPressEvent(QKeyEvent *event) override;
    void closeEvent(QCloseEvent *event) override;

private:
    LookScreen(XScreen &x, XOutput output, Bytes bytes, Profile profile, std::unique_ptr<Hold> hold);
    Status swap(bool after);
    XScreen &m_x;
    XOutput m_output;
    Bytes m_bytes;
    Profile m_profile;
    std::unique_ptr<Hold> m_hold;
    LookView *m_view;
    Background *m_background;
    int m_index = 0;
    QString m_problem;
};

} // namespace lamp::app
