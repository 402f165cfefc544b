// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <QWidget>

namespace lamp::app {

/// Where the instrument is to lie, drawn to the scale of the display: the patch, the ring of a usual instrument on it, and how large the
/// patch is.
class PlacePicture : public QWidget {
    Q_OBJECT

public:
    explicit PlacePicture(const DisplayInfo &display, QWidget *parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {420, 190}; }
    /// Of the patch on the panel, mm; nothing where the display does not say how large it is.
    [[nodiscard]] std::optional<QSizeF> patchMm() const;

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    QSizeF m_panelMm;
    double m_share; ///< of the patch's side to the panel's
};

} // namespace lamp::app
