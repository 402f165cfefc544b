// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/judgement.h"
#include "visit/record.h"

#include <span>

namespace lamp {

/// White and grays of a record as its verification read them, with everything in place, not as they were expected.
void judgeMeasuredState(VisitRecord &record);

/// What speaks against a verdict beside its figures, before it is signed off: a fault in the profile, as inspecting it
/// would tell, is never a pass; readings that the instrument itself called doubtful are told. \param now for the
/// profile's date
void judgeSoundness(VisitRecord &record, WallTime now);

/// How sure the figures of a record are, from its readings and its instrument.
void weighRecord(VisitRecord &record);
/// The figures of a record by a metric. The record keeps them in CIEDE2000, by which visits are compared.
Findings findingsBy(Metric metric, const VisitRecord &record);
/// Checks, verdict and their sentences from the figures and their uncertainties alone.
void judgeFigures(VisitRecord &record);
/// White as it was read within the last minute before the last of these readings, in its very state: a check that changed nothing
/// since need not read it twice. Null where there is none.
const Measurement *standingWhite(std::span<const Measurement> readings);
/// The verdict in a line: of what, and by which tolerance.
Message verdictSaid(const VisitRecord &record);
/// What the tolerance has limits for and this verdict does not cover, with what was read of it; nothing where it covers all of them.
std::vector<Message> notJudged(const VisitRecord &record);
/// Checks, verdict and reasons of a record from its figures, soundness included.
void judgeVisit(VisitRecord &record, WallTime now);

} // namespace lamp
