// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include <vector>

namespace lamp::app {

class Background;
class Banner;
class OpenStudio;

/// What a person does to the studio's register: adds a display, edits its card, moves the studio to another place. Each
/// asks with its dialog, does it in one transaction and says what was done, with a way back where there is one.
class StudioDesk : public QObject {
    Q_OBJECT

public:
    StudioDesk(OpenStudio &studio, Banner &banner, QWidget &window);
    ~StudioDesk() override;

    void addDisplay() { ask(false); }
    /// Adds the screen that the window is on, and begins a visit to it.
    void calibrateThisScreen() { ask(true); }
    void editDisplay(qint64 id);
    /// One by its card, several by what their cards have in common.
    void editDisplays(const std::vector<qint64> &ids);
    void editLetterhead();
    /// A photograph was put away: says so, with the way back.
    void photographPutAway(qint64 id, qint64 displayId);
    /// \param busy whether something still works with the studio: it is not moved from under it
    void move(bool busy);
    /// Copies the studio into a file to work on while its own place is out of reach.
    void takeAlong();
    /// Brings a copy home: the one that is open, else one that is asked for.
    void bringHome();

Q_SIGNALS:
    /// A display was added or its card changed: it is to be seen.
    void changed(qint64 displayId);
    /// So were those of several.
    void manyChanged();
    /// The studio at OpenStudio::path() is to be opened.
    void openWanted();

    /// It is to be visited at once.
    void visitWanted();

private:
    void ask(bool thisScreen);
    OpenStudio &m_studio;
    Banner &m_banner;
    QWidget &m_window;
    Background *m_background; ///< copies: apart, since nothing may push them aside
};

} // namespace lamp::app
