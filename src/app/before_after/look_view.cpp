// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/look_view.h"

#include "app/parts/background.h"
#include "app/parts/words.h"

#include "app/parts/look.h"
#include "colour/spaces.h"
#include "icc/pixels.h"

#include <QMouseEvent>
#include <QPainter>
#include <QTimer>

#include <cmath>

namespace lamp::app {

namespace {

/// Light of 4097 steps of a channel's numbers.
constexpr int kSteps = 4096;
using Table = std::array<double, kSteps + 1>;

Table tableOf(const ToneCurve &tone)
{
    Table t{};
    for (int i = 0; i <= kSteps; ++i) {
        t[size_t(i)] = tone.value(double(i) / kSteps);
    }
    return t;
}

/// The native tone of a channel, before ramps.
Table nativeTable(const VisitRecord &r, int channel)
{
    const auto &list = r.nativeLight[size_t(channel)];
    if (list.size() != 256) {
        return tableOf({});
    }
    Table t{};
    for (int i = 0; i <= kSteps; ++i) {
        const double at = 255.0 * i / kSteps;
        const auto k = std::min(size_t(at), size_t(254));
        t[size_t(i)] = list[k] + (at - double(k)) * (list[k + 1] - list[k]);
    }
    return t;
}

/// Codes of sRGB for 4096 steps of light.
const std::array<int, 4097> &srgbCodes()
{
    static const std::array<int, 4097> codes = [] {
        std::array<int, 4097> e{};
        const ToneCurve srgb{ToneKind::Srgb};
        for (int i = 0; i <= 4096; ++i) {
            e[size_t(i)] = int(std::lround(255 * srgb.inverse(i / 4096.0)));
        }
        return e;
    }();
    return codes;
}

/// A picture whose codes give light by tables, with each colour's light changed by a function.
template <typename Change> QImage mapped(const QImage &picture, const std::array<Table, 3> &light, const Change &change)
{
    const auto &codes = srgbCodes();
    const auto code = [&codes](double l) { return codes[size_t(std::clamp(l, 0.0, 1.0) * 4096 + 0.5)]; };
    const auto at = [](quint16 v) { return size_t((v * kSteps + 32767) / 65535); };
    const QImage in = picture.convertToFormat(QImage::Format_RGBA64);
    QImage out(in.size(), QImage::Format_RGB32);
    for (int y = 0; y < out.height(); ++y) {
        const auto *from = reinterpret_cast<const QRgba64 *>(in.constScanLine(y));
        auto *line = reinterpret_cast<QRgb *>(out.scanLine(y));
        for (int x = 0; x < out.width(); ++x) {
            const QRgba64 c = from[x];
            const Eigen::Vector3d v = change(Eigen::Vector3d(light[0][at(c.red())], light[1][at(c.green())], light[2][at(c.blue())]));
            line[x] = qRgb(code(v[0]), code(v[1]), code(v[2]));
        }
    }
    return out;
}

/// From absolute light to the light of an sRGB screen whose white is the target's.
Eigen::Matrix3d toScreen(const VisitRecord &r, double whiteY)
{
    const RgbSpace srgb = *rgbSpace("sRGB");
    return srgb.toXyz().inverse() * adaptation(whiteOf(r.targetWhite()), whiteOf(srgb.white)) / whiteY;
}

} // namespace

QImage asShownBefore(const QImage &picture, const VisitRecord &r)
{
    if (!r.trim) {
        return picture;
    }
    const Primaries &p = r.trim->primaries;
    const Eigen::Matrix3d toSrgb = toScreen(r, std::max(p.white.b, 1.0)) * p.matrix();
    return mapped(picture, {nativeTable(r, 0), nativeTable(r, 1), nativeTable(r, 2)},
                  [&](const Eigen::Vector3d &light) -> Eigen::Vector3d { return toSrgb * light; });
}

QImage asShownAfter(const QImage &picture, const VisitRecord &r)
{
    const Primaries &c = r.calibrated;
    if (c.white.b <= 0) {
        return picture;
    }
    // Through the profile a file's colour comes out as it is meant, but for what the display's gamut cannot hold.
    const Table srgb = tableOf({ToneKind::Srgb});
    const Eigen::Matrix3d back = toScreen(r, c.white.b) * c.matrix();
    Eigen::Matrix3d toDisplay = back.inverse();
    if (picture.colorSpace() == workingColours()) { // its white is that of sRGB
        toDisplay = toDisplay * rgbSpace("sRGB")->toXyz().inverse() * rgbSpace(kWorkingSpace)->toXyz();
    }
    return mapped(picture, {srgb, srgb, srgb},
                  [&](const Eigen::Vector3d &wanted) -> Eigen::Vector3d { return back * (toDisplay * wanted).cwiseMax(0.0).cwiseMin(1.0); });
}

LookView::LookView(QWidget *parent)
    : QWidget(parent), m_background(new Background(this)), m_beforeWords(tr("Before: as the display was found")),
      m_afterWords(tr("After: through profile and ramps")), m_rest(new QTimer(this))
{
    connect(m_rest, &QTimer::timeout, this, [this] {
        --m_restLeft;
        if (m_restLeft <= 0) {
            endRest();
        }
        update();
    });
    setMinimumSize(360, 180);
    setAccessibleName(tr("Before and after"));
}

void LookView::setRecord(RecordPtr record)
{
    m_record = std::move(record);
    render();
}

void LookView::setPicture(LookedAt picture)
{
    m_index = -1;
    m_picture = std::move(picture);
    m_zoom.reset();
    render();
}

void LookView::setProof(std::optional<Proof> proof)
{
    m_proof = std::move(proof);
    render();
}

void LookView::setSplit(bool split)
{
    m_split = split;
    update();
}

void LookView::setPair(QImage before, QImage after, QString beforeWords, QString afterWords)
{
    m_background->cancel();
    m_record.reset();
    m_before = std::move(before);
    m_after = std::move(after);
    m_beforeWords = std::move(beforeWords);
    m_afterWords = std::move(afterWords);
    update();
}

void LookView::render()
{
    if (m_record) {
        // Half a million pixels take longer than a window may stand still.
        m_background->start(
            {},
            [record = m_record, own = m_picture, index = m_index, proof = m_proof]() -> Result<Shown> {
                const LookedAt picture = index >= 0 ? takenForSrgb(lookPicture(index)) : own;
                if (!proof) {
                    return Shown{asShownBefore(picture.stored, *record), asShownAfter(picture.meant, *record), picture.source};
                }
                const auto print = proofOf(picture, proof->profile, proof->paperWhite, proof->warn);
                if (!print) {
                    return print.error();
                }
                return Shown{asShownAfter(picture.meant, *record), asShownAfter(print->meant, *record), print->source};
            },
            [this, proofed = m_proof.has_value()](Result<Shown> shown) {
                if (!shown) {
                    m_proof.reset();
                    m_source = text(shown.error().what);
                    Q_EMIT proofRefused(m_source);
                    render();
                    return;
                }
                m_before = std::move(shown.value().before);
                m_after = std::move(shown.value().after);
                m_source = std::move(shown.value().source);
                m_beforeWords = proofed ? tr("The picture, through profile and ramps") : tr("Before: as the display was found");
                m_afterWords = proofed ? tr("Its print, through profile and ramps") : tr("After: through profile and ramps");
                update();
            });
    }
    update();
}

void LookView::nextPicture()
{
    m_index = (m_index + 1) % lookPictures();
    m_zoom.reset();
    render();
}

void LookView::toggle()
{
    m_showAfter = !m_showAfter;
    update();
}

void LookView::setLoupe(bool on)
{
    m_loupe = on ? std::optional(m_loupe.value_or(QPointF(0.5, 0.5))) : std::nullopt;
    setMouseTracking(on);
    setFocusPolicy(on ? Qt::StrongFocus : Qt::NoFocus); // then its arrows move the loupe
    if (on) {
        setFocus();
    }
    update();
}

void LookView::moveLoupe(double right, double down)
{
    if (m_loupe) {
        m_loupe = QPointF(std::clamp(m_loupe->x() + right, 0.0, 1.0), std::clamp(m_loupe->y() + down, 0.0, 1.0));
        update();
    }
}

void LookView::rest(int seconds)
{
    m_restLeft = seconds;
    m_rest->start(1000);
    update();
}

void LookView::endRest()
{
    m_restLeft = 0;
    m_rest->stop();
    update();
}

LookView::Laid LookView::laid(const QImage &image) const
{
    const QSize size = image.size().scaled(width(), height() - (m_record ? 46 : 22), Qt::KeepAspectRatio);
    const QRect area(QPoint((width() - size.width()) / 2, 22 + (m_record ? 0 : (height() - 22 - size.height()) / 2)), size);
    QRectF source(QPointF(0, 0), QSizeF(image.size()));
    if (m_zoom) {
        QRectF part(0, 0, image.width() / 3.0, image.height() / 3.0);
        part.moveCenter({m_zoom->x() * image.width(), m_zoom->y() * image.height()});
        part.moveLeft(std::clamp(part.left(), 0.0, image.width() - part.width()));
        part.moveTop(std::clamp(part.top(), 0.0, image.height() - part.height()));
        source = part;
    }
    return {QRectF(area), source};
}

void LookView::paintLoupe(QPainter &p, const Laid &at) const
{
    constexpr double kSide = 170, kTimes = 5; // of the screen; pixels of the picture are that large
    const QPointF centre(at.area.left() + m_loupe->x() * at.area.width(), at.area.top() + m_loupe->y() * at.area.height());
    QRectF lens(0, 0, kSide, kSide);
    lens.moveCenter(centre);
    lens.moveLeft(std::clamp(lens.left(), at.area.left(), std::max(at.area.left(), at.area.right() - kSide)));
    lens.moveTop(std::clamp(lens.top(), at.area.top(), std::max(at.area.top(), at.area.bottom() - kSide)));
    const QPointF seen(at.source.left() + m_loupe->x() * at.source.width(), at.source.top() + m_loupe->y() * at.source.height());
    const QRectF part(seen.x() - kSide / kTimes / 2, seen.y() - kSide / kTimes / 2, kSide / kTimes, kSide / kTimes);
    const plot::Tones t = chartTones();
    p.setRenderHint(QPainter::SmoothPixmapTransform, false);
    p.fillRect(lens, t.paper); // beyond the picture's edge
    // Both halves of it where both are looked at: the same place, before and after.
    const bool both = m_split && m_before.size() == m_after.size();
    if (both) {
        const auto half = [](QRectF r, bool right) {
            r.setWidth(r.width() / 2);
            return right ? r.translated(r.width(), 0) : r;
        };
        QRectF same = part;
        same.setWidth(part.width() / 2);
        same.moveCenter(part.center());
        p.drawImage(half(lens, false), m_before, same);
        p.drawImage(half(lens, true), m_after, same);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(lens.center().x(), lens.top()), QPointF(lens.center().x(), lens.bottom()));
    } else {
        p.drawImage(lens, m_showAfter ? m_after : m_before, part);
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.paper, 3));
    p.drawRect(lens);
    p.setPen(QPen(t.ink, 1));
    p.drawRect(lens);
}

void LookView::paintRest(QPainter &p) const
{
    // The middle of lightness: the eyes rest where most of a picture will be.
    constexpr int kGray = 119; // L* 50 in sRGB
    p.fillRect(rect(), QColor(kGray, kGray, kGray));
    p.setPen(QColor(20, 20, 20));
    p.drawText(rect(), Qt::AlignCenter, tr("Let the eyes rest: %1 s. Any key or a click ends it.").arg(m_restLeft));
}

void LookView::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    if (m_restLeft > 0) {
        paintRest(p);
        return;
    }
    const plot::Tones t = chartTones();
    const QImage &image = m_showAfter ? m_after : m_before;
    if (image.isNull()) {
        return;
    }
    const Laid at = laid(image);
    const QRect area = at.area.toRect();
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(at.area, image, at.source);
    const bool split = m_split && m_before.size() == m_after.size() && !m_before.isNull();
    if (split) {
        const double middle = area.left() + area.width() / 2.0;
        p.save();
        p.setClipRect(QRectF(area.left(), area.top(), middle - area.left(), area.height()));
        p.drawImage(at.area, m_before, at.source);
        p.setClipRect(QRectF(middle, area.top(), area.right() + 1 - middle, area.height()));
        p.drawImage(at.area, m_after, at.source);
        p.restore();
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(middle, area.top()), QPointF(middle, area.bottom()));
    }
    p.setPen(t.ink);
    const QString words = split ? m_beforeWords + QStringLiteral("  |  ") + m_afterWords : (m_showAfter ? m_afterWords : m_beforeWords);
    p.drawText(QRect(m_record ? area.left() : 0, 0, m_record ? area.width() : width(), 20), Qt::AlignLeft | Qt::AlignVCenter, words);
    if (m_record) {
        p.setPen(t.soft);
        const QString name = lookPictureName(m_index);
        const QString below = name.isEmpty() || !m_proof ? name + (m_index < 0 ? m_source : QString()) : name + QStringLiteral("; ") + m_source;
        p.drawText(QRect(area.left(), area.bottom() + 4, area.width(), 20), Qt::AlignLeft | Qt::AlignVCenter, below);
    }
    if (m_loupe) {
        paintLoupe(p, at);
    }
}

void LookView::mouseMoveEvent(QMouseEvent *event)
{
    const QImage &image = m_showAfter ? m_after : m_before;
    if (m_loupe && !image.isNull()) {
        const QRectF area = laid(image).area;
        m_loupe = QPointF(std::clamp((event->position().x() - area.left()) / area.width(), 0.0, 1.0),
                          std::clamp((event->position().y() - area.top()) / area.height(), 0.0, 1.0));
        update();
    }
}

void LookView::keyPressEvent(QKeyEvent *event)
{
    constexpr double kStep = 0.02;
    const int key = event->key();
    const bool arrow = key == Qt::Key_Left || key == Qt::Key_Right || key == Qt::Key_Up || key == Qt::Key_Down;
    if (!m_loupe || !arrow) {
        QWidget::keyPressEvent(event);
        return;
    }
    moveLoupe(key == Qt::Key_Left ? -kStep : (key == Qt::Key_Right ? kStep : 0), key == Qt::Key_Up ? -kStep : (key == Qt::Key_Down ? kStep : 0));
}

void LookView::mousePressEvent(QMouseEvent *event)
{
    if (m_restLeft > 0) {
        endRest();
        return;
    }
    if (m_zoom) {
        m_zoom.reset();
    } else {
        m_zoom = QPointF(event->position().x() / std::max(1, width()), (event->position().y() - 22) / std::max(1, height() - 22));
    }
    update();
}

} // namespace lamp::app
