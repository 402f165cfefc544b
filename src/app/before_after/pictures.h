// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QString>

namespace lamp::app {

/// The pictures that a display is looked at with, all made by this program (tools/render_pictures): people, a still life, a coast,
/// black-and-white form, a chart of fine lines, steps and gradients. In sRGB, tagged; the rendered ones in 16 bit.
int lookPictures();
/// \param index 0 .. lookPictures() - 1 \return a null image for others
QImage lookPicture(int index);
/// What it is and what to look for.
QString lookPictureName(int index);

/// Steps near black and near white, gradients that show banding, and hues in steps of saturation.
QImage testPicture(int width, int height);
/// Fine coloured lines and small marks on the tints of paper.
QImage chartPicture(int width, int height);

} // namespace lamp::app
