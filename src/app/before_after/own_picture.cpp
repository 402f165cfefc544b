// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/own_picture.h"

#include "app/parts/words.h"
#include "base/parallel.h"
#include "colour/spaces.h"
#include "icc/pixels.h"

#include <QImageReader>

namespace lamp::app {

namespace {

constexpr int kMostMegabytes = 2048; // of one picture while it is read: 250 megapixels of 16 bit

/// Each line through a transform. \param picture of the format that the transform takes
QImage through(const PixelTransform &transform, const QImage &picture)
{
    QImage out(picture.size(), QImage::Format_RGBA64);
    if (picture.isNull() || out.isNull()) {
        return {};
    }
    uchar *bits = out.bits(); // detached once, before lines are written side by side
    const auto stride = out.bytesPerLine();
    inParallel(picture.height(), [&](int y) {
        transform.apply(reinterpret_cast<const std::uint16_t *>(picture.constScanLine(y)), reinterpret_cast<std::uint16_t *>(bits + y * stride),
                        picture.width());
    });
    out.setColorSpace(workingColours());
    return out;
}

/// Grays have one number a pixel, and leave the rest of what a transform writes alone: opaque.
QImage opaque(QImage picture)
{
    for (int y = 0; y < picture.height(); ++y) {
        auto *line = reinterpret_cast<QRgba64 *>(picture.scanLine(y));
        for (int x = 0; x < picture.width(); ++x) {
            line[x].setAlpha(0xFFFF);
        }
    }
    return picture;
}

bool isGray(const QImage &picture)
{
    return picture.format() == QImage::Format_Grayscale8 || picture.format() == QImage::Format_Grayscale16;
}

/// What its numbers mean by a profile; empty bytes: sRGB.
Result<QImage> meantBy(const Bytes &profile, const QImage &picture, std::string &name)
{
    const bool gray = isGray(picture);
    const auto transform = PixelTransform::toWorking(profile, gray ? PixelTransform::Kind::Gray : PixelTransform::Kind::Rgb);
    if (!transform) {
        return transform.error();
    }
    name = transform->name();
    const QImage out = through(transform.value(), picture.convertToFormat(gray ? QImage::Format_Grayscale16 : QImage::Format_RGBA64));
    return gray ? opaque(out) : out;
}

} // namespace

const QColorSpace &workingColours()
{
    static const QColorSpace space = [] {
        const RgbSpace s = *rgbSpace(kWorkingSpace);
        const auto at = [](const Chromaticity &c) { return QPointF(c.x, c.y); };
        return QColorSpace(at(s.white), at(s.primaries[0]), at(s.primaries[1]), at(s.primaries[2]), QColorSpace::TransferFunction::SRgb);
    }();
    return space;
}

LookedAt takenForSrgb(const QImage &picture, QString source)
{
    std::string name;
    LookedAt p{picture, {}, std::move(source)};
    p.meant = meantBy({}, picture, name).value();
    return p;
}

Result<LookedAt> readPicture(const QString &file, const QSize &fit)
{
    QImageReader reader(file);
    reader.setAutoTransform(true);
    QImageReader::setAllocationLimit(kMostMegabytes);
    QImage picture = reader.read();
    if (picture.isNull()) {
        return Error{ErrorKind::Input, say("picture-not-read", reader.errorString().toStdString()), say("nothing-changed"), {}, "picture", false};
    }
    const QByteArray embedded = picture.colorSpace().iccProfile();
    picture.setColorSpace({}); // numbers as they are, until it is known what they mean
    if (picture.width() > fit.width() || picture.height() > fit.height()) {
        // Averaging numbers of a picture is what programs do that show it smaller; 16 bit stay 16 bit.
        const bool deep = picture.depth() > 32 || picture.format() == QImage::Format_Grayscale16;
        picture = (isGray(picture) ? picture : picture.convertToFormat(deep ? QImage::Format_RGBA64 : QImage::Format_RGB32))
                      .scaled(fit, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    }
    if (embedded.isEmpty()) {
        return takenForSrgb(picture, QObject::tr("no profile in the file: taken for sRGB"));
    }
    std::string name;
    const auto meant = meantBy({embedded.begin(), embedded.end()}, picture, name);
    if (!meant) {
        return takenForSrgb(picture, QObject::tr("its profile cannot be used (%1) and it is taken for sRGB").arg(text(meant.error().what)));
    }
    return LookedAt{picture, meant.value(), QObject::tr("by its own profile, %1").arg(text(name.empty() ? std::string("–") : name))};
}

Result<LookedAt> proofOf(const LookedAt &picture, const Bytes &print, bool paperWhite, bool warn)
{
    const auto transform = PixelTransform::proof(print, paperWhite, warn);
    if (!transform) {
        return transform.error();
    }
    return LookedAt{picture.stored, through(transform.value(), picture.meant), QObject::tr("as a print by %1").arg(text(transform->name()))};
}

QString pictureFilter()
{
    return QObject::tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.bmp)");
}

} // namespace lamp::app
