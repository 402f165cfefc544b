// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <QWidget>

namespace lamp::app {

/// Where the instrument is to lie, drawn to the scale of the display: the patch, the ring of a usual instrument on it, and how large the
/// patch is. A press takes it elsewhere, a digit to one of nine places (5 is the middle).
class PlacePicture : public QWidget {
    Q_OBJECT

public:
    explicit PlacePicture(const DisplayInfo &display, QWidget *parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {420, 190}; }
    /// Of the patch on the panel, mm; nothing where the display does not say how large it is.
    [[nodiscard]] std::optional<QSizeF> patchMm() const;
    /// Of the screen, shares of its width and height.
    [[nodiscard]] const std::array<double, 2> &at() const { return m_at; }
    void choose(std::array<double, 2> at);
    /// \return whether there is such a place
    bool chooseNinth(int number);

protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;

private:
    [[nodiscard]] QRectF screen() const;
    QSizeF m_panelMm;
    std::array<double, 2> m_at{0.5, 0.5};
    double m_share; ///< of the patch's side to the panel's
};

} // namespace lamp::app
