// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/fleet_desk.h"

#include "app/board/board_view.h"
#include "app/fleet/ageing_view.h"
#include "app/fleet/group_view.h"
#include "app/fleet/round_view.h"
#include "app/parts/banner.h"
#include "app/parts/pages.h"
#include "app/parts/words.h"
#include "app/studio/due_book.h"
#include "app/studio/instruments_view.h"
#include "app/studio/open_studio.h"

#include <QMenu>
#include <QTimer>

namespace lamp::app {

FleetDesk::FleetDesk(OpenStudio &studio, Pages &pages, Banner &banner, std::function<qint64()> display, QObject *parent)
    : QObject(parent), m_studio(studio), m_pages(pages), m_display(std::move(display)), m_board(new BoardView(studio.due())),
      m_instruments(new InstrumentsView(banner)), m_group(new GroupView(banner)), m_ageing(new AgeingView(banner)),
      m_round(new RoundView(studio.due(), banner)), m_later(new QTimer(this))
{
    m_later->setSingleShot(true);
    connect(m_later, &QTimer::timeout, this, &FleetDesk::showAgain);
    using enum Pages::Beside;
    pages.add(m_board, Nothing, "A fleet: register, history, what is due, how displays agree");
    pages.add(m_instruments, Nothing, "Instruments");
    pages.add(m_group, Nothing, "Displays that agree");
    pages.add(m_ageing, Nothing, "How displays age");
    pages.add(m_round, Nothing, "A day's round");
    connect(m_board, &BoardView::displayWanted, this, &FleetDesk::displayWanted);
    connect(m_board, &BoardView::editWanted, this, &FleetDesk::editWanted);
    connect(m_ageing, &AgeingView::displayWanted, this, &FleetDesk::displayWanted);
    connect(m_round, &RoundView::visitWanted, this, &FleetDesk::visitWanted);
    connect(m_group, &GroupView::matchWanted, this, &FleetDesk::matchWanted);
    connect(m_board, &BoardView::message, this, [&banner](const QString &words) { banner.say(words); });
    connect(m_board, &BoardView::failed, this, [&banner](const Error &error) { banner.say(error); });
}

void FleetDesk::addMenu(QMenu &menu)
{
    menu.addAction(tr("&Today"), QKeySequence(tr("F3")), this, &FleetDesk::showBoard);
    menu.addAction(tr("A day's &round"), QKeySequence(tr("Ctrl+R")), this, &FleetDesk::showRound);
    menu.addAction(tr("Which displays &agree"), QKeySequence(tr("Ctrl+G")), this, &FleetDesk::showGroup);
    menu.addAction(tr("How displays a&ge"), QKeySequence(tr("Ctrl+L")), this, &FleetDesk::showAgeing);
    menu.addAction(tr("&Instruments"), QKeySequence(tr("Ctrl+I")), this, &FleetDesk::showInstruments);
}

void FleetDesk::keepFresh(Store &store)
{
    if (const Status looked = m_studio.due().keepFresh(store, wallNow()); !looked) {
        Q_EMIT m_board->failed(looked.error());
    }
}

void FleetDesk::showBoard()
{
    if (Store *store = m_studio.store()) {
        keepFresh(*store);
        m_board->show(*store);
        m_pages.setCurrentWidget(m_board);
    }
}

void FleetDesk::showInstruments()
{
    if (Store *store = m_studio.store()) {
        m_instruments->show(*store, wallNow());
        m_pages.setCurrentWidget(m_instruments);
    }
}

void FleetDesk::showGroup()
{
    if (Store *store = m_studio.store()) {
        m_shown.start();
        m_group->show(*store, wallNow(), m_display());
        m_pages.setCurrentWidget(m_group);
    }
}

void FleetDesk::showAgeing()
{
    if (Store *store = m_studio.store()) {
        m_shown.start();
        m_ageing->show(*store, wallNow(), m_display());
        m_pages.setCurrentWidget(m_ageing);
    }
}

void FleetDesk::showRound()
{
    if (Store *store = m_studio.store()) {
        m_shown.start();
        keepFresh(*store);
        m_round->show(*store);
        m_pages.setCurrentWidget(m_round);
    }
}

void FleetDesk::showAgain()
{
    // What is worked out anew for seconds waits until what is under way has ended, and is not done at each reading of somebody's visit.
    constexpr qint64 kBetween = 15000;
    QWidget *seen = m_pages.currentWidget();
    const bool works = seen == m_group || seen == m_ageing || seen == m_round;
    const bool busy = m_group->busy() || m_ageing->busy() || m_round->busy();
    if (works && (busy || (m_shown.isValid() && m_shown.elapsed() < kBetween))) {
        m_later->start(int(std::max<qint64>(1000, kBetween - (m_shown.isValid() ? m_shown.elapsed() : 0))));
        return;
    }
    if (seen == m_board) {
        showBoard();
    } else if (seen == m_instruments) {
        showInstruments();
    } else if (seen == m_group) {
        showGroup();
    } else if (seen == m_ageing && m_studio.store() != nullptr) {
        m_shown.start();
        m_ageing->show(*m_studio.store(), wallNow(), m_ageing->chosen()); // who is looked at stays
    } else if (seen == m_round) {
        showRound();
    }
}

} // namespace lamp::app
