// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/letterhead.h"
#include "visit/record.h"

#include <optional>

class QTextDocument;

namespace lamp {

/// What stands on a certificate beside the visit.
struct CertificateFacts {
    Letterhead head;
    std::string display;         ///< what the studio calls it; empty: its model alone
    std::string room;            ///< where it stands; empty: not said
    std::optional<WallTime> due; ///< when it is to be looked at again
};

/// One page (A4) for whoever has to trust a display: what it was measured against, what was found by both scopes, with which instrument and when that
/// was last certified, in which room, until when, and who signs. Of a visit that was judged. Both need a QGuiApplication.
std::string certificateHtml(const VisitRecord &record, const CertificateFacts &facts);
Bytes certificatePdf(const VisitRecord &record, const CertificateFacts &facts);

} // namespace lamp
