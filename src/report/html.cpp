// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html.h"

#include <QBuffer>
#include <QPdfWriter>
#include <QTextDocument>

namespace lamp {

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
        if (size != QPageSize::A4) {
            // Left to itself a document takes two centimetres at each side, of whatever page.
            document.setDocumentMargin(0);
            document.setPageSize(QSizeF(writer.width(), writer.height()));
        }
        document.print(&writer);
    }
    buffer.close();
    return {pdf.begin(), pdf.end()};
}

} // namespace lamp
