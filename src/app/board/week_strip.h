// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/board/board_model.h"

#include <QWidget>

namespace lamp::app {

/// The weeks to come, each with the lamps of the displays that fall due in it; what is due already stands in the first.
class WeekStrip : public QWidget {
    Q_OBJECT

public:
    explicit WeekStrip(QWidget *parent = nullptr);
    void setLines(const std::vector<BoardLine> &lines, WallTime now);
    [[nodiscard]] QSize sizeHint() const override;
    /// How many fall due in a week, 0 for this one and what is past.
    [[nodiscard]] int count(int week) const;
    static constexpr int kWeeks = 8;

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    std::array<std::vector<LampFill>, kWeeks> m_weeks;
    WallTime m_now{};
};

} // namespace lamp::app
