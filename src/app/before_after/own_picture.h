// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"

#include <QColorSpace>
#include <QImage>
#include <QString>

namespace lamp::app {

/// A picture as it is looked at: what its file holds, which a program without colour management sends to the display as it is, and
/// what that means.
struct LookedAt {
    QImage stored;  ///< numbers of the file
    QImage meant;   ///< in workingColours(), 16 bit
    QString source; ///< whose numbers they are, in words: the embedded profile's name, or that sRGB was taken
};

/// The space that pictures are worked on in (kWorkingSpace).
const QColorSpace &workingColours();
/// A picture of the program's own, or any without a profile of its own.
LookedAt takenForSrgb(const QImage &picture, QString source = {});

/// Reads a picture from a file: PNG, JPEG, TIFF, BMP, 8 and 16 bit, grays too, turned as the camera was held. Embedded profiles are honoured;
/// of one that cannot be used it is said why, and the numbers are taken for sRGB.
/// \param fit made smaller to fit into, never larger \return an error where it is no picture, or takes more than two gigabytes
Result<LookedAt> readPicture(const QString &file, const QSize &fit);

/// What a print of it would look like on the display. \param print the printer's profile
/// \return an error where that is none
Result<LookedAt> proofOf(const LookedAt &picture, const Bytes &print, bool paperWhite, bool warn);

/// Of a dialog that opens pictures.
QString pictureFilter();

} // namespace lamp::app
