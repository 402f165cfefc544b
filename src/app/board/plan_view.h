// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/board/board_model.h"
#include "store/plans.h"
#include "store/studio.h"

#include <QWidget>

namespace lamp::app {

/// The studio as a plan: its rooms as outlines, in each the displays with their lamps and names; where a room has more than fit, the
/// worst lamp and how many stand how. Arrow keys go from display to display, Enter opens one. While it is arranged rooms and displays are dragged, or
/// moved by keys: Page Up and Page Down go on, arrow keys move what is chosen, with Shift they make a room wider or higher.
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
        QRectF area;
        bool folded = false;
    };
    /// What is dragged, and how it began.
    struct Grip {
        enum class What { Display, Room, Size } what = What::Room;
        qint64 id = 0, roomId = 0;
        QPointF from;  ///< of the pointer
        QRectF before; ///< of the room, or of the display
        bool moved = false;
    };
    void layOut();
    /// Of those that were not drawn, from a height on. \param top pixels
    void layOutByItself(double top);
    void layOutDrawn(Place &room) const;
    void standInRows(Place &room) const;
    void paintRoom(QPainter &p, const Place &room) const;
    [[nodiscard]] std::vector<const Spot *> spotsDrawn() const;
    /// Takes all as it stands now for drawn, so that moving one leaves the others where they are.
    void drawAll();
    [[nodiscard]] std::optional<Grip> gripAt(const QPointF &at) const;
    void drag(const Grip &grip, const QPointF &by);
    [[nodiscard]] bool arrangeByKey(QKeyEvent *event);
    void relay();
    std::vector<Place> m_rooms;
    DrawnPlan m_drawn;
    std::optional<Grip> m_grip;
    bool m_arranging = false;
    qint64 m_room = 0; ///< that keys move
    qint64 m_chosen = 0;
};

} // namespace lamp::app
