// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/plan_view.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <cmath>

namespace lamp::app {

namespace {

constexpr int kBetween = 8, kPad = 8, kGlyph = 18, kNarrowest = 150, kColumn = 100;
constexpr int kMostRooms = 60; ///< more are not drawn: the table has all

} // namespace

PlanView::PlanView(QWidget *parent) : QWidget(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAccessibleName(tr("Plan of the rooms"));
}

void PlanView::setLines(const std::vector<BoardLine> &lines, const std::vector<Room> &known)
{
    m_rooms.clear();
    m_grip.reset(); // what was dragged may be gone
    std::map<QString, qint64> numbers;
    for (const Room &r : known) {
        numbers.emplace(r.name, r.id);
    }
    std::map<std::string, size_t> rooms;
    for (const BoardLine &l : lines) {
        const auto [it, fresh] = rooms.emplace(l.question.room, m_rooms.size());
        if (fresh) {
            const QString name = text(l.question.room);
            const auto number = numbers.find(name);
            Place room;
            room.id = number == numbers.end() ? 0 : number->second;
            room.name = name;
            m_rooms.push_back(std::move(room));
        }
        m_rooms[it->second].spots.push_back({l.question.key, lampOf(l.due), text(l.question.name), text(dueStateSaid(l.due.state)), {}});
    }
    QStringList said;
    for (Place &r : m_rooms) {
        std::stable_sort(r.spots.begin(), r.spots.end(), [](const Spot &p, const Spot &q) { return p.lamp > q.lamp; });
        for (const Spot &s : r.spots) {
            said << r.name + QStringLiteral(", ") + s.name + QStringLiteral(": ") + s.state;
        }
    }
    constexpr int kSaid = 100; // nobody listens to more
    setAccessibleDescription(QStringList(said.mid(0, kSaid)).join(QStringLiteral("; ")));
    relay();
}

void PlanView::relay()
{
    layOut();
    if (height() != sizeHint().height()) {
        setFixedHeight(sizeHint().height());
        Q_EMIT heightChanged();
    }
    update();
}

QSize PlanView::sizeHint() const
{
    double bottom = 0;
    for (const Place &r : m_rooms) {
        bottom = std::max(bottom, r.area.bottom());
    }
    return {600, int(std::ceil(bottom)) + 1};
}

void PlanView::layOut()
{
    double bottom = 0;
    for (Place &r : m_rooms) {
        r.area = {};
        r.shape.clear();
        if (m_drawn.rooms.contains(r.id)) {
            layOutDrawn(r);
            bottom = std::max(bottom, r.area.bottom() + kBetween);
        }
    }
    layOutByItself(bottom);
}

void PlanView::standInRows(Place &r) const
{
    const int each = kGlyph + 8, head = fontMetrics().height() + 8, wide = int(r.area.width()) + 1;
    constexpr int kSlack = 6; // a pixel lost at the plan's edge costs no column
    const int columns = std::max(1, (wide - 2 * kPad + kSlack) / kColumn);
    const double columnWide = double(wide - 2 * kPad) / columns;
    for (Spot &s : r.spots) {
        s.area = {};
    }
    const size_t all = r.folded ? 0 : r.spots.size();
    size_t k = 0;
    for (int row = 0; k < all; ++row) {
        const double top = r.area.top() + head + row * each;
        if (!r.plain && top + each > r.area.bottom()) {
            return; // what found no place has none
        }
        for (int column = 0; column < columns && k < all; ++column) {
            const QRectF cell(r.area.left() + kPad + column * columnWide, top, columnWide, each);
            if (r.plain || (standsIn(r.shape, cell) && !cell.intersects(r.head))) {
                r.spots[k++].area = cell;
            }
        }
    }
}

void PlanView::wallIn(Place &r, const QRectF &area, const DrawnPlan::Outline &outline) const
{
    r.area = area;
    r.shape = shapeOf(outline, area);
    r.plain = outline.corners.empty();
    const double line = fontMetrics().height();
    r.head = area.adjusted(kPad, 5, -kPad, 0);
    if (!r.plain) {
        // Where there is room for name and lamp; else at least for a short name.
        for (const QSizeF &size : {QSizeF(150, line + kGlyph + 18), QSizeF(90, line + 8), QSizeF(50, line + 8)}) {
            if (const QRectF place = firstPlaceIn(r.shape, size); !place.isNull()) {
                r.head = place.adjusted(kPad, 5, -kPad, 0);
                break;
            }
        }
    }
    r.head.setHeight(line);
}

void PlanView::layOutByItself(double top)
{
    // Rooms in rows, each as wide as its displays need; a row is as high as its fullest room. Displays stand in rows of a room.
    constexpr int kMostRows = 3; // of displays in a room: a studio of thirty is seen at once
    const int each = kGlyph + 8, head = fontMetrics().height() + 8;
    std::vector<Place *> rooms;
    for (Place &r : m_rooms) {
        if (r.area.isEmpty() && rooms.size() < size_t(kMostRooms)) {
            rooms.push_back(&r);
        }
    }
    const size_t count = rooms.size();
    const int most = std::max(1, std::min(int(count), width() / (2 * kColumn + kBetween)));
    const int rowsOfRooms = std::max(1, (int(count) + most - 1) / most);
    const int across = std::max(1, (int(count) + rowsOfRooms - 1) / rowsOfRooms); // no row is half empty
    const bool small = rowsOfRooms > 3; // a large studio: rooms fold into lamps that show their worst and their count
    const int wide = std::max(kNarrowest, (width() - (across - 1) * kBetween) / across);
    for (size_t first = 0; first < count; first += size_t(across)) {
        int rows = 1;
        const size_t last = std::min(count, first + size_t(across));
        for (size_t i = first; i < last; ++i) {
            Place &r = *rooms[i];
            const int columns = std::max(1, (wide - 2 * kPad) / kColumn);
            const int needed = (int(r.spots.size()) + columns - 1) / columns;
            r.folded = small || needed > 2 * kMostRows;
            rows = std::max(rows, r.folded ? 1 : needed);
        }
        const double high = head + rows * each + kPad;
        for (size_t i = first; i < last; ++i) {
            wallIn(*rooms[i], QRectF(double(i - first) * (wide + kBetween) + 0.5, top + 0.5, wide - 1, high - 1), {});
            standInRows(*rooms[i]);
        }
        top += high + kBetween;
    }
}

void PlanView::paintWalls(QPainter &p, const Place &r) const
{
    const QColor ink = palette().color(QPalette::WindowText), ground = palette().color(QPalette::Window);
    QColor line = ink;
    line.setAlpha(110);
    const bool meant = m_arranging && r.id == m_room && m_chosen == 0;
    p.setPen(meant ? QPen(ink, 2) : QPen(line)); // the one that keys move has a heavier outline
    p.setBrush(Qt::NoBrush);
    p.drawPolygon(r.shape);
    // A door: what is a plan and not a box.
    if (const auto door = doorWallOf(r.shape)) {
        const QPointF end = door->p2();
        p.setPen(QPen(ground, 3));
        p.drawLine(end - QPointF(34, 0), end - QPointF(14, 0));
        p.setPen(line);
        p.drawLine(end - QPointF(34, 0), end - QPointF(20, 14));
    }
    if (m_arranging) {
        p.fillRect(QRectF(r.area.right() - 7, r.area.bottom() - 7, 7, 7), line); // where it is made larger
    }
    for (int i = 0; m_arranging && r.id == m_room && i < int(r.shape.size()); ++i) {
        constexpr double kHandle = 4; // half of it, pixels
        p.setPen(ink);
        p.setBrush(i == m_corner ? ink : ground);
        p.drawRect(QRectF(r.shape[i] - QPointF(kHandle, kHandle), QSizeF(2 * kHandle, 2 * kHandle)));
    }
}

void PlanView::paintRoom(QPainter &p, const Place &r) const
{
    const QColor ink = palette().color(QPalette::WindowText);
    paintWalls(p, r);
    p.setPen(ink);
    QFont bold = font();
    bold.setBold(true);
    p.setFont(bold);
    p.drawText(r.head, Qt::AlignLeft | Qt::AlignTop, QFontMetrics(bold).elidedText(r.name, Qt::ElideRight, int(r.head.width())));
    p.setFont(font());
    if (r.folded && !r.spots.empty()) {
        const double y = r.head.bottom() + 4;
        drawLamp(p, QRectF(r.head.left(), y, kGlyph, kGlyph), r.spots.front().lamp, ink);
        p.drawText(QRectF(r.head.left() + kGlyph + 6, y, r.area.width() - 40, kGlyph), Qt::AlignLeft | Qt::AlignVCenter,
                   text(say("count-displays", r.spots.size())));
        return;
    }
    for (const Spot &s : r.spots) {
        const bool chosen = s.id == m_chosen;
        if (chosen) {
            p.fillRect(s.area, palette().color(QPalette::Highlight));
        }
        const QColor tone = palette().color(chosen ? QPalette::HighlightedText : QPalette::WindowText);
        drawLamp(p, QRectF(s.area.left() + 3, s.area.top() + 4, kGlyph, kGlyph), s.lamp, tone);
        p.setPen(tone);
        const QRectF words = s.area.adjusted(kGlyph + 8, 0, -2, 0);
        p.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, fontMetrics().elidedText(behindComma(s.name), Qt::ElideRight, int(words.width())));
    }
}

void PlanView::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    for (const Place &r : m_rooms) {
        if (!r.area.isEmpty()) {
            paintRoom(p, r);
        }
    }
    if (hasFocus()) {
        p.setPen(QPen(palette().color(QPalette::WindowText), 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

void PlanView::resizeEvent(QResizeEvent *event)
{
    QWidget::resizeEvent(event);
    relay();
}

std::vector<const PlanView::Spot *> PlanView::spotsDrawn() const
{
    std::vector<const Spot *> all;
    for (const Place &r : m_rooms) {
        for (const Spot &s : r.spots) {
            if (!s.area.isEmpty()) {
                all.push_back(&s);
            }
        }
    }
    return all;
}

qint64 PlanView::displayAt(const QPointF &at) const
{
    for (const Spot *s : spotsDrawn()) {
        if (s->area.contains(at)) {
            return s->id;
        }
    }
    return 0;
}

QRectF PlanView::placeOf(qint64 id) const
{
    for (const Spot *s : spotsDrawn()) {
        if (s->id == id) {
            return s->area;
        }
    }
    return {};
}

void PlanView::choose(qint64 id)
{
    if (m_chosen != id) {
        m_chosen = id;
        update();
    }
}

void PlanView::mousePressEvent(QMouseEvent *event)
{
    if (m_arranging) {
        m_grip = event->button() == Qt::LeftButton ? gripAt(event->position()) : std::nullopt;
        if (m_grip) {
            m_corner = m_grip->corner;
            m_room = m_grip->roomId;
            choose(m_grip->what == Grip::What::Display ? m_grip->id : 0);
            update();
        }
        return;
    }
    if (const qint64 id = displayAt(event->position()); id != 0) {
        choose(id);
        Q_EMIT displayChosen(id);
        return;
    }
    for (const Place &r : m_rooms) {
        if (r.shape.containsPoint(event->position(), Qt::OddEvenFill)) {
            Q_EMIT roomChosen(r.name);
        }
    }
}

void PlanView::mouseDoubleClickEvent(QMouseEvent *event)
{
    if (m_arranging) {
        m_grip.reset();
        changeCornersAt(event->position());
    } else if (const qint64 id = displayAt(event->position()); id != 0) {
        Q_EMIT displayOpened(id);
    }
}

void PlanView::keyPressEvent(QKeyEvent *event)
{
    if (m_arranging && arrangeByKey(event)) {
        return;
    }
    const auto all = spotsDrawn();
    const auto at = std::find_if(all.begin(), all.end(), [&](const Spot *s) { return s->id == m_chosen; });
    const bool forward = event->key() == Qt::Key_Right || event->key() == Qt::Key_Down;
    const bool back = event->key() == Qt::Key_Left || event->key() == Qt::Key_Up;
    if ((forward || back) && !all.empty()) {
        const Spot *next = at == all.end()     ? all.front()
                           : forward           ? (at + 1 == all.end() ? all.front() : *(at + 1))
                           : at == all.begin() ? all.back()
                                               : *(at - 1);
        choose(next->id);
        Q_EMIT displayChosen(next->id);
    } else if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && m_chosen != 0) {
        Q_EMIT displayOpened(m_chosen);
    } else {
        QWidget::keyPressEvent(event);
    }
}

bool PlanView::event(QEvent *event)
{
    if (event->type() == QEvent::ToolTip) {
        const auto *help = static_cast<QHelpEvent *>(event);
        const qint64 id = displayAt(help->pos());
        for (const Spot *s : spotsDrawn()) {
            if (id != 0 && s->id == id) {
                QToolTip::showText(help->globalPos(), s->name + QStringLiteral(": ") + s->state);
            }
        }
        return true;
    }
    return QWidget::event(event);
}

} // namespace lamp::app
