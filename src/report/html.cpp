// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html.h"

#include <QBuffer>
#include <QGuiApplication>
#include <QPdfWriter>
#include <QTextDocument>

namespace lamp {

namespace {

const QString kTableStyle = QStringLiteral("body{font-family:B612,sans-serif;font-size:9pt;color:#111}h1{font-size:14pt;margin:0 0 4pt 0}"
                                           "h2{font-size:11pt;margin:10pt 0 3pt 0}th{text-align:left;border-bottom:1px solid #888}"
                                           "td,th{padding:1pt 6pt 1pt 0;vertical-align:top}.n{text-align:right}");

} // namespace

Bytes printed(QTextDocument &document, const std::string &title, QPageLayout::Orientation orientation, QPageSize::PageSizeId size)
{
    QByteArray pdf;
    QBuffer buffer(&pdf);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setPageSize(QPageSize(size));
        writer.setPageOrientation(orientation);
        writer.setPageMargins(size == QPageSize::A4 ? QMarginsF(14, 12, 14, 12) : QMarginsF(8, 7, 8, 7), QPageLayout::Millimeter);
        writer.setResolution(96);
        writer.setTitle(QString::fromStdString(title));
        writer.setCreator(QStringLiteral("Dutiful Lamp"));
        // Left to itself a document takes two centimetres more at each side, of whatever page.
        document.setDocumentMargin(0);
        document.setPageSize(QSizeF(writer.width(), writer.height()));
        document.print(&writer);
    }
    buffer.close();
    return {pdf.begin(), pdf.end()};
}

std::string htmlPage(const Message &title, const QString &body)
{
    return QStringLiteral(
               "<!DOCTYPE html><html lang=\"%1\"><head><meta charset=\"utf-8\"><title>%2</title><style>%3 body{max-width:1000px;margin:2em auto}"
               "</style></head><body>%4</body></html>\n")
        .arg(Language::tag(), escaped(title), kTableStyle, body)
        .toStdString();
}

Bytes tablesOnPages(const Message &title, const QString &body, QPageLayout::Orientation orientation)
{
    QTextDocument document;
    document.setDefaultFont(QGuiApplication::font());
    document.setDefaultStyleSheet(kTableStyle);
    document.setHtml(QStringLiteral("<body>%1</body>").arg(body));
    return printed(document, said(title), orientation);
}

} // namespace lamp
