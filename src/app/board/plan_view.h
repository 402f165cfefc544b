// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/board/board_model.h"

#include <QWidget>

namespace lamp::app {

/// The studio as a plan: its rooms as outlines, in each the displays with their lamps and names; where a room has more than fit, the
/// worst lamp and how many stand how. Arrow keys go from display to display, Enter opens one.
class PlanView : public QWidget {
    Q_OBJECT

public:
    explicit PlanView(QWidget *parent = nullptr);
    void setLines(const std::vector<BoardLine> &lines);
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

protected:
    void paintEvent(QPaintEvent *event) override;
    void resizeEvent(QResizeEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
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
    struct Room {
        QString name;
        std::vector<Spot> spots; ///< the most urgent first
        QRectF area;
        bool folded = false;
    };
    void layOut();
    void paintRoom(QPainter &p, const Room &room) const;
    [[nodiscard]] std::vector<const Spot *> drawn() const;
    std::vector<Room> m_rooms;
    qint64 m_chosen = 0;
};

} // namespace lamp::app
