// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "base/message.h"
#include "base/text.h"
#include "words/words.h"

#include <QPageLayout>
#include <QPageSize>
#include <QString>

class QTextDocument;

namespace lamp {

/// A text as it may stand in HTML.
inline QString escaped(const std::string &text)
{
    return QString::fromStdString(shown(text)).toHtmlEscaped();
}
inline QString escaped(const Message &message)
{
    return escaped(said(message));
}

/// A document on pages, of A4 unless said. Needs a QGuiApplication.
Bytes printed(QTextDocument &document, const std::string &title, QPageLayout::Orientation orientation, QPageSize::PageSizeId size = QPageSize::A4);

/// A page of headings, paragraphs and tables, for a browser. \param body HTML
std::string htmlPage(const Message &title, const QString &body);
/// The same on pages of A4. Needs a QGuiApplication.
Bytes tablesOnPages(const Message &title, const QString &body, QPageLayout::Orientation orientation);

} // namespace lamp
