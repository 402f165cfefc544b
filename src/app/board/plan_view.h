// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/board/board_model.h"
#include "app/board/room_shape.h"
#include "store/plans.h"
#include "store/studio.h"

#include <QWidget>

namespace lamp::app {

/// The studio as a plan: its rooms as outlines, in each the displays with their lamps and names; where a room has more than fit, the
/// worst lamp and how many stand how. Arrow keys go from display to display, Enter opens one. While it is arranged rooms and displays are dragged, or
/// moved by keys: Page Up and Page Down go on, arrow keys move what is chosen, with Shift they make a room wider or higher. The chosen room's corners
/// are dragged as well; a double click on a wall puts one there, on a corner takes it away (keys: Ctrl+Page Down, Insert, Delete).
class PlanView : public QWidget {
    Q_OBJECT

public:
    explicit PlanView(QWidget *parent = nullptr);
    void setLines(const std::vector<BoardLine> &lines, const std::vector<Room> &rooms);
    /// Where rooms and displays were drawn; what was not is laid out by itself.
    void setDrawn(const DrawnPlan &plan);
    [[nodiscard]] const DrawnPlan &drawn() const { return m_drawn; }
    void setArranging(bool on);
    [[nodiscard]] bool arranging() const { return m_arranging; }
    /// Where a room is drawn; null where it is not.
    [[nodiscard]] QRectF outlineOf(const QString &room) const;
    [[nodiscard]] QSize sizeHint() const override;
    /// The display that is drawn at a place; 0 for none.
    [[nodiscard]] qint64 displayAt(const QPointF &at) const;
    /// Chooses a display, without a word.
    void choose(qint64 id);
    [[nodiscard]] qint64 chosen() const { return m_chosen; }
    /// Where a display is drawn; null where its room is folded.
    [[nodiscard]] QRectF placeOf(qint64 id) const;

Q_SIGNALS:
    void displayChosen(qint64 id);
    void displayOpened(qint64 id);
    void roomChosen(const QString &name);
    /// Something was moved: drawn() is to be kept.
    void arranged();
    /// It needs another height.
    void heightChanged();

protected:
    void paintEvent(QPaintEvent *event) override;
    void resizeEvent(QResizeEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mouseReleaseEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    bool event(QEvent *event) override;

private:
    struct Spot {
        qint64 id = 0;
        LampFill lamp = LampFill::Hollow;
        QString name, state;
        QRectF area; ///< null where its room is folded
    };
    struct Place { ///< a room as it is drawn
        qint64 id = 0;
        QString name;
        std::vector<Spot> spots; ///< the most urgent first
        QRectF area;             ///< the box about it
        QPolygonF shape;         ///< its corners
        QRectF head;             ///< where its name stands
        bool plain = true;       ///< a rectangle
        bool folded = false;
    };
    /// What is dragged, and how it began.
    struct Grip {
        enum class What { Display, Room, Size, Corner } what = What::Room;
        qint64 id = 0, roomId = 0;
        QPointF from;  ///< of the pointer
        QRectF before; ///< of the room, or of the display
        bool moved = false;
        int corner = -1;
        QPolygonF shape = {}; ///< of the room whose corner it is
    };
    void layOut();
    /// Of those that were not drawn, from a height on. \param top pixels
    void layOutByItself(double top);
    void layOutDrawn(Place &room) const;
    /// Gives a room its walls, and its name a place.
    void wallIn(Place &room, const QRectF &area, const DrawnPlan::Outline &outline) const;
    void standInRows(Place &room) const;
    void paintRoom(QPainter &p, const Place &room) const;
    void paintWalls(QPainter &p, const Place &room) const;
    [[nodiscard]] std::vector<const Spot *> spotsDrawn() const;
    /// Takes all as it stands now for drawn, so that moving one leaves the others where they are.
    void drawAll();
    [[nodiscard]] std::optional<Grip> gripAt(const QPointF &at) const;
    void drag(const Grip &grip, const QPointF &by);
    void dragCorner(const Grip &grip, const QPointF &by);
    void dragDisplay(const Grip &grip, const QPointF &by);
    /// Other corners for a room, where it can have them: its displays stay where they are. \return whether it can
    bool reshape(qint64 roomId, const QPolygonF &shape);
    /// One corner more, in a wall, or one less. \param corner the number of the new one, or of the one that goes
    void putCorner(const Place &room, int corner, const QPointF &at);
    void takeCorner(const Place &room, int corner);
    /// Where a wall is meant a corner is put there, where a corner is it goes.
    void changeCornersAt(const QPointF &at);
    [[nodiscard]] Place *roomOf(qint64 id);
    /// The lower right corner of a rectangle is for that.
    [[nodiscard]] static bool makesLarger(const Place &room, int corner) { return room.plain && corner == 2; }
    [[nodiscard]] bool arrangeByKey(QKeyEvent *event);
    /// From room to room, and through the displays of each. \param step 1 or -1
    void chooseNext(int step);
    /// Keys for the corners of a room. \return whether it was one
    bool cornerByKey(const Place &room, const QKeyEvent &event);
    void relay();
    std::vector<Place> m_rooms;
    DrawnPlan m_drawn;
    std::optional<Grip> m_grip;
    bool m_arranging = false;
    qint64 m_room = 0; ///< that keys move
    int m_corner = -1; ///< of that room, where they move one
    qint64 m_chosen = 0;
};

} // namespace lamp::app
