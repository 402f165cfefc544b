// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/pictures.h"

#include <QColorSpace>
#include <QCoreApplication>
#include <QPainter>
#include <QPainterPath>

#include <array>
#include <cmath>

namespace lamp::app {

namespace {

constexpr std::array<const char *, 4> kRendered{"people", "still-life", "coast", "form"};
constexpr int kWidth = 880, kHeight = 440;

QColor grayOf(int code)
{
    return {code, code, code};
}

/// The depth of an invented sea about a point, 0..1; smooth.
double depth(double x, double y)
{
    return 0.5 + 0.22 * std::sin(2.1 * x + 0.7 * std::sin(1.9 * y)) + 0.16 * std::sin(3.3 * y - 1.2 * x) + 0.1 * std::sin(5.2 * x + 4.1 * y)
           + 0.05 * std::sin(9.7 * x - 7.3 * y);
}

/// Where depth crosses a level between grid points, as short lines.
QPainterPath isoline(double level, const QRectF &area, double step)
{
    QPainterPath path;
    const auto at = [&](double px, double py) {
        return depth(3 * (px - area.left()) / area.height(), 3 * (py - area.top()) / area.height()) - level;
    };
    for (double y = area.top(); y < area.bottom(); y += step) {
        for (double x = area.left(); x < area.right(); x += step) {
            const std::array<QPointF, 4> corner{QPointF(x, y), {x + step, y}, {x + step, y + step}, {x, y + step}};
            std::array<double, 4> v{};
            for (size_t i = 0; i < 4; ++i) {
                v[i] = at(corner[i].x(), corner[i].y());
            }
            QList<QPointF> crossings;
            for (size_t i = 0; i < 4; ++i) {
                const size_t j = (i + 1) % 4;
                if ((v[i] > 0) != (v[j] > 0)) {
                    crossings << corner[i] + (corner[j] - corner[i]) * (v[i] / (v[i] - v[j]));
                }
            }
            for (qsizetype i = 0; i + 1 < crossings.size(); i += 2) {
                path.moveTo(crossings[i]);
                path.lineTo(crossings[i + 1]);
            }
        }
    }
    return path;
}

void paintTints(QImage &image)
{
    const QRectF area(image.rect());
    for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
            const double d = depth(3 * x / area.height(), 3 * y / area.height());
            const QColor tint =
                d > 0.74 ? QColor(243, 231, 196) : (d > 0.68 ? QColor(214, 226, 190) : (d > 0.52 ? QColor(196, 224, 236) : QColor(224, 238, 244)));
            image.setPixelColor(x, y, d < 0.36 ? QColor(250, 250, 247) : tint);
        }
    }
}

} // namespace

QImage chartPicture(int width, int height)
{
    QImage image(width, height, QImage::Format_RGB32);
    paintTints(image);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF area(image.rect());
    const double unit = height / 440.0;
    for (int i = 2; i < 15; ++i) {
        const double level = 0.05 * i + 0.01;
        const bool coast = i == 14, strong = i % 4 == 2;
        p.setPen(
            QPen(coast ? QColor(30, 30, 30) : (strong ? QColor(52, 96, 160) : QColor(108, 150, 196)), (coast ? 1.4 : (strong ? 1.0 : 0.6)) * unit));
        p.drawPath(isoline(level, area, 4 * unit));
    }
    for (int i = 16; i < 20; ++i) {
        p.setPen(QPen(QColor(166, 116, 70), 0.6 * unit));
        p.drawPath(isoline(0.05 * i, area, 4 * unit));
    }
    // A graticule, a leading line, sectors of a light, and small figures.
    p.setPen(QPen(QColor(90, 90, 90), 0.5 * unit));
    for (int i = 1; i < 8; ++i) {
        p.drawLine(QPointF(width * i / 8.0, 0), QPointF(width * i / 8.0, height));
        p.drawLine(QPointF(0, height * i / 4.0), QPointF(width, height * i / 4.0));
    }
    const QColor magenta(178, 36, 128);
    p.setPen(QPen(magenta, 1.1 * unit, Qt::DashLine));
    p.drawLine(QPointF(0.08 * width, 0.92 * height), QPointF(0.62 * width, 0.2 * height));
    const QPointF light(0.62 * width, 0.2 * height);
    const std::array<std::pair<QColor, int>, 3> sectors{{{QColor(200, 30, 40), 200}, {QColor(226, 196, 20), 245}, {QColor(20, 138, 70), 275}}};
    for (const auto &[colour, from] : sectors) {
        p.setPen(QPen(colour, 3 * unit));
        p.drawArc(QRectF(light - QPointF(60, 60) * unit, QSizeF(120, 120) * unit), from * 16, (from == 245 ? 30 : 40) * 16);
    }
    p.setPen(magenta);
    QFont font = p.font();
    font.setPixelSize(std::max(6, int(9 * unit)));
    p.setFont(font);
    for (int i = 0; i < 90; ++i) {
        const double x = width * std::fmod(0.137 + 0.618 * i, 1), y = height * std::fmod(0.31 + 0.381 * i, 1);
        const double d = depth(3 * x / height, 3 * y / height);
        if (d < 0.68) {
            p.setPen(QColor(40, 40, 40));
            p.drawText(QPointF(x, y), QString::number(int(60 * (0.72 - d)) + 1));
        }
    }
    image.setColorSpace(QColorSpace::SRgb);
    return image;
}

QImage testPicture(int width, int height)
{
    QImage image(width, height, QImage::Format_RGB32);
    image.fill(grayOf(119));
    QPainter p(&image);
    const double w = width, h = height;
    // Sixteen steps from black and to white: each should be told from the next.
    for (int i = 0; i < 16; ++i) {
        p.fillRect(QRectF(w * i / 32, 0, w / 32 + 1, h * 0.2), grayOf(2 * i));
        p.fillRect(QRectF(w * (16 + i) / 32, 0, w / 32 + 1, h * 0.2), grayOf(225 + 2 * i));
    }
    // Hues in four steps of saturation.
    for (int hue = 0; hue < 24; ++hue) {
        for (int s = 1; s <= 4; ++s) {
            p.fillRect(QRectF(w * hue / 24, h * (0.22 + 0.075 * (s - 1)), w / 24 + 1, h * 0.07),
                       QColor::fromHsvF(float(hue) / 24, float(s) / 4, 0.9F));
        }
    }
    // Gradients: of red, green, blue, a sky and a skin into shadow, and gray, where banding and casts show.
    const std::array<std::pair<QColor, QColor>, 5> ramps{{{Qt::black, QColor(255, 0, 0)},
                                                          {Qt::black, QColor(0, 255, 0)},
                                                          {Qt::black, QColor(0, 0, 255)},
                                                          {QColor(64, 110, 172), QColor(206, 218, 226)},
                                                          {QColor(36, 22, 17), QColor(240, 202, 178)}}};
    for (size_t i = 0; i < ramps.size(); ++i) {
        QLinearGradient gradient(0, 0, w, 0);
        gradient.setColorAt(0, ramps[i].first);
        gradient.setColorAt(1, ramps[i].second);
        p.fillRect(QRectF(0, h * (0.54 + 0.055 * double(i)), w, h * 0.05), gradient);
    }
    for (int x = 0; x < width; ++x) {
        p.fillRect(QRectF(x, h * 0.83, 1, h * 0.17), grayOf(x * 255 / std::max(1, width - 1)));
    }
    image.setColorSpace(QColorSpace::SRgb);
    return image;
}

int lookPictures()
{
    return int(kRendered.size()) + 2;
}

QImage lookPicture(int index)
{
    if (index < 0 || index >= lookPictures()) {
        return {};
    }
    if (index < int(kRendered.size())) {
        return QImage(QStringLiteral(":/pictures/%1.png").arg(QLatin1String(kRendered[size_t(index)])));
    }
    return index == int(kRendered.size()) ? chartPicture(kWidth, kHeight) : testPicture(kWidth, kHeight);
}

QString lookPictureName(int index)
{
    switch (index) {
    case 0: return QCoreApplication::translate("lamp::app::Pictures", "People: skin, hair, cloth in soft light");
    case 1: return QCoreApplication::translate("lamp::app::Pictures", "Still life: saturated colour, gloss, deep shadow");
    case 2: return QCoreApplication::translate("lamp::app::Pictures", "Coast: sky, haze, greens, water");
    case 3: return QCoreApplication::translate("lamp::app::Pictures", "Form: black-and-white; no part of it should look tinted");
    case 4: return QCoreApplication::translate("lamp::app::Pictures", "Chart: fine lines and figures on tinted paper");
    case 5: return QCoreApplication::translate("lamp::app::Pictures", "Steps: near black, near white, gradients without bands");
    default: return {};
    }
}

} // namespace lamp::app
