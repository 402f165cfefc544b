// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/studio_round.h"

#include <QWidget>

#include <optional>

namespace lamp::app {

/// A round on the clock: a lane for each person and each instrument, and one for what is switched on when. Arrow keys go from visit to
/// visit, Enter opens one.
class RoundChart : public QWidget {
    Q_OBJECT

public:
    explicit RoundChart(QWidget *parent = nullptr);
    /// \param now minutes since the round's start, where that is to be marked
    void setRound(std::optional<StudioRound> round, std::optional<double> now = {});
    /// The stop that is chosen; -1 for none.
    [[nodiscard]] int chosen() const { return m_chosen; }
    void choose(int stop);
    /// The stop whose visit is drawn at a place; -1 for none.
    [[nodiscard]] int stopAt(const QPointF &at) const;
    [[nodiscard]] QSize sizeHint() const override;

Q_SIGNALS:
    void stopChosen(int stop);
    void stopOpened(int stop);

protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    bool event(QEvent *event) override;

private:
    enum class Lane { Person, Instrument, SwitchOn };
    [[nodiscard]] QRectF boxOf(const RoundStep &step, Lane lane) const;
    [[nodiscard]] double xOf(double minutes) const;
    [[nodiscard]] double top(Lane lane, int number) const;
    [[nodiscard]] int lanes() const;
    void paintClock(QPainter &p) const;
    void paintVisit(QPainter &p, const RoundStep &step) const;
    [[nodiscard]] std::vector<int> byTime() const;
    std::optional<StudioRound> m_round;
    std::optional<double> m_now;
    int m_chosen = -1;
};

} // namespace lamp::app
