// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/trim_progress.h"

#include <QWidget>

namespace lamp::app {

/// White against what is aimed at, to be read from a metre away by somebody who turns the display's menu: luminance and the
/// balance of red, green and blue as marks on scales whose middle is the target; above them what is to be set.
class TrimBars : public QWidget {
    Q_OBJECT

public:
    explicit TrimBars(QWidget *parent = nullptr);
    /// What is to be turned now; nothing while nothing is.
    struct Wanted {
        QString control;
        double from = 0, to = 0;
        std::optional<std::array<double, 2>> range; ///< where the control ends
    };
    void setWanted(const std::optional<Wanted> &wanted);
    void setStanding(const WhiteStanding &standing, bool live);
    /// Ramps can take off what is too much: then a little above the target is as good.
    void setTolerance(double below, double above);
    [[nodiscard]] const std::optional<WhiteStanding> &standing() const { return m_standing; }
    [[nodiscard]] bool isLive() const { return m_live; }
    /// What it shows, in words (for tests and screen readers).
    [[nodiscard]] QString text() const;
    [[nodiscard]] QSize sizeHint() const override { return {560, 232}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {420, 232}; }

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    struct Scale {
        QString name, value;
        double share; ///< of the target
    };
    [[nodiscard]] std::vector<Scale> scales() const;
    [[nodiscard]] QString instruction() const;
    void tell();
    void paintScale(QPainter &p, const QRectF &area, const Scale &scale, double reach) const;

    std::optional<Wanted> m_wanted;
    std::optional<WhiteStanding> m_standing;
    bool m_live = false;
    double m_below = 0.005, m_above = 0.02;
};

} // namespace lamp::app
