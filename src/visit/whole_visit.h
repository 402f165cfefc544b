// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// A visit as one file, readings and profile included, for another workstation or for keeping: nothing is lost on the
/// way there and back. JSON, schema "dutiful-lamp/whole-visit/1" (docs/user-guide.md, "Passing a visit on").
std::string wholeVisitToJson(const VisitRecord &record);

/// Whether a text says that it is one.
bool looksLikeWholeVisit(const std::string &text);

/// What a file of ours holds besides readings and profiles, told by its fields; it may still be faulty.
enum class StudioFile { None, WholeVisit, Target, Tolerance, Correction };
StudioFile studioFileOf(const std::string &text);

/// \return the visit, or an error that names the place in the file
Result<VisitRecord> wholeVisitFromJson(const std::string &text);

} // namespace lamp
