// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/worklist.h"

#include <QElapsedTimer>
#include <QObject>

#include <functional>

class QMenu;
class QTimer;

namespace lamp::app {

class AgeingView;
class Banner;
class BoardView;
class GroupView;
class InstrumentsView;
class OpenStudio;
class Pages;
class RoundView;

/// The pages that show all displays of a studio at once, and the menu that leads to them. It shows them as the studio stands now and
/// says which display a person goes on to; whose visit is made is for the window to know.
class FleetDesk : public QObject {
    Q_OBJECT

public:
    /// \param pages where its pages are shown \param display the one that a person has before them; 0: none
    FleetDesk(OpenStudio &studio, Pages &pages, Banner &banner, std::function<qint64()> display, QObject *parent);

    [[nodiscard]] BoardView *board() const { return m_board; }
    [[nodiscard]] GroupView *group() const { return m_group; }
    [[nodiscard]] AgeingView *ageing() const { return m_ageing; }
    [[nodiscard]] RoundView *round() const { return m_round; }
    void addMenu(QMenu &menu);
    /// What the studio asks for today; which displays agree; how they age; the instruments.
    void showBoard();
    void showGroup();
    void showAgeing();
    void showInstruments();
    /// Shows the page that is seen anew, where that takes no work: somebody else changed the studio.
    void showAgain();

Q_SIGNALS:
    void editWanted(const std::vector<qint64> &ids);
    void displayWanted(qint64 id);
    void visitWanted(qint64 id, Task task);
    void matchWanted(qint64 id, const QString &likeVisit);

private:
    void showRound();
    /// What is due goes by the clock, too.
    void keepFresh(Store &store);
    OpenStudio &m_studio;
    Pages &m_pages;
    std::function<qint64()> m_display;
    BoardView *m_board;
    InstrumentsView *m_instruments;
    GroupView *m_group;
    AgeingView *m_ageing;
    RoundView *m_round;
    QTimer *m_later;       ///< for a page that was worked out anew only just now
    QElapsedTimer m_shown; ///< since one was
};

} // namespace lamp::app
