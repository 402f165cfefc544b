// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "survey/results.h"

#include <QWidget>

namespace lamp::app {

/// A screen as it was measured place by place: luminance from the centre in percent, ΔE00 below it; the darker a place is, the denser it
/// is drawn, with lines of equal luminance.
class UniformityMap : public QWidget {
    Q_OBJECT

public:
    explicit UniformityMap(QWidget *parent = nullptr);
    void show(const Uniformity &found, double widthMm, double heightMm);
    [[nodiscard]] QSize sizeHint() const override { return {480, 300}; }

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    Uniformity m_found;
    double m_aspect = 16.0 / 9, m_step = 5; ///< percent from line to line
};

} // namespace lamp::app
