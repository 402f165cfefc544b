// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/letterhead.h"

#include "report/html.h"

#include <QBuffer>

namespace lamp {

namespace {

constexpr QSize kMarkOnPage{150, 30};

QSize sizeOf(const QImage &mark)
{
    return mark.size().scaled(kMarkOnPage, Qt::KeepAspectRatio);
}

} // namespace

QImage markOf(const Letterhead &head, int scale)
{
    const QImage mark = QImage::fromData(head.mark.data(), int(head.mark.size()));
    return mark.isNull() ? mark : mark.scaled(sizeOf(mark) * scale, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
}

QString pictureAddress(const QImage &picture)
{
    QByteArray png;
    QBuffer buffer(&png);
    buffer.open(QIODevice::WriteOnly);
    picture.save(&buffer, "PNG");
    return QStringLiteral("data:image/png;base64,") + QString::fromLatin1(png.toBase64());
}

QString letterheadHtml(const Letterhead &head, const QString &source)
{
    const QImage mark = markOf(head, 1);
    if (head.name.empty() && mark.isNull()) {
        return {};
    }
    const QString picture = mark.isNull() ? QString()
                                          : QStringLiteral("<img src=\"%1\" width=\"%2\" height=\"%3\" alt=\"%4\">")
                                                .arg(source, QString::number(mark.width()), QString::number(mark.height()), escaped(head.name));
    return QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"0\"><tr><td style=\"vertical-align:middle\">%1</td>"
                          "<td align=\"right\" style=\"vertical-align:middle\"><b>%2</b></td></tr></table>")
        .arg(picture, escaped(head.name));
}

} // namespace lamp
