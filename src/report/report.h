// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/letterhead.h"
#include "visit/record.h"

class QTextDocument;

namespace lamp {

/// The report of a visit for people: the worksheet, the figures, charts, verdict with its reasons.
/// Both need a QGuiApplication (charts are drawn with its fonts).
std::string reportHtml(const VisitRecord &record, const Letterhead &head = {});
/// One page or two, A4.
Bytes reportPdf(const VisitRecord &record, const Letterhead &head = {});

/// The same content in a document, to be shown or printed.
void fillReport(QTextDocument &document, const VisitRecord &record, const Letterhead &head = {});

/// Adds the fonts that ship with the program to Qt's and makes them the application's default.
void loadFonts();

} // namespace lamp
