// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/letterhead.h"

#include <QImage>
#include <QString>

namespace lamp {

/// As it stands above any report: the name beside the mark. \param source the address of the mark's picture \return HTML; empty where there is
/// neither
QString letterheadHtml(const Letterhead &head, const QString &source);
/// The mark, no larger than it is shown at `scale` pixels for each of the page; null where there is none, or where it cannot be read.
QImage markOf(const Letterhead &head, int scale);
/// An address that holds the picture itself.
QString pictureAddress(const QImage &picture);

} // namespace lamp
