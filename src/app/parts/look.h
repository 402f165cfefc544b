// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/lamp_fill.h"
#include "plot/render.h"

#include <QIcon>
#include <QPixmap>
#include <QString>

class QApplication;

namespace lamp::app {

/// How light the interface around the colours is. All of it is neutral: red = green = blue.
enum class Surround { Dim, Medium, Bright };

/// Dresses the application in a surround.
void applySurround(QApplication &application, Surround surround);
[[nodiscard]] Surround currentSurround();
/// The tones that charts are drawn with in the present surround.
[[nodiscard]] plot::Tones chartTones();

/// The lamp of a display: how full it is tells its state. The same glyph everywhere.
void drawLamp(QPainter &painter, const QRectF &area, LampFill fill, const QColor &ink);
QPixmap lampPixmap(LampFill fill, int size, const QColor &ink, double devicePixelRatio);
/// The same for a line of a list, chosen or not.
QIcon lampIcon(LampFill fill, int size);

} // namespace lamp::app
