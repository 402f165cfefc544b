// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/help_menu.h"

#include "app/parts/banner.h"

#include <QApplication>

namespace lamp::app {

HelpMenu::HelpMenu(std::function<QString()> heading, Banner &banner, QWidget *window) : QMenu(tr("&Help"), window), m_heading(std::move(heading))
{
    addAction(tr("&Guide"), QKeySequence::HelpContents, this, [this, window] {
        if (m_guide == nullptr) {
            m_guide = new Guide(window);
        }
        (void)m_guide->showAt(m_heading());
    });
    addAction(tr("&Keyboard shortcuts"), QKeySequence(tr("Ctrl+F1")), this, [&banner] {
        banner.say(tr("Space continues; digits choose a target or take a tick away; Escape pauses and resumes, E ends the reading early, A takes a "
                      "reading once more; B switches before "
                      "and after, S shows both, N the next picture, L a loupe, G gray to rest the eyes on; R opens the report; F3 today, F5 full "
                      "visit, F6 refresh, F7 check, F2 card, F4 the "
                      "running visit; F8 "
                      "before and after on this computer's output, F9 its "
                      "next profile; Enter on a line of the worksheet opens or closes it."));
    });
    addAction(tr("&About"), this, [&banner] {
        banner.say(
            tr("Dutiful Lamp %1: calibrates, profiles and verifies displays. Licence GPL-3.0-or-later.").arg(QApplication::applicationVersion()));
    });
}

} // namespace lamp::app
