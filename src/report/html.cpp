// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html.h"

#include <QBuffer>
#include <QPdfWriter>
#include <QTextDocument>

namespace lamp {

Bytes printed(QTextDocument &document, const std::string &title, QPageLayout::Orientation orientation)
{
    QByteArray pdf;
    QBuffer buffer(&pdf);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setPageOrientation(orientation);
        writer.setPageMargins(QMarginsF(14, 12, 14, 12), QPageLayout::Millimeter);
        writer.setResolution(96);
        writer.setTitle(QString::fromStdString(title));
        writer.setCreator(QStringLiteral("Dutiful Lamp"));
        document.print(&writer);
    }
    buffer.close();
    return {pdf.begin(), pdf.end()};
}

} // namespace lamp
