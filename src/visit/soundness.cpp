// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/soundness.h"

#include "profile/inspect.h"

#include <algorithm>

namespace lamp {

void judgeSoundness(VisitRecord &record, WallTime now)
{
    if (record.profile.empty()) {
        record.verdict = record.verdict == Verdict::Pass ? Verdict::Undecided : record.verdict;
        record.reasons.push_back("There is no profile that could be judged.");
    } else {
        for (const Finding &f : inspect(record.profile, now).findings) {
            if (f.weight == Finding::Weight::Fault) {
                record.verdict = Verdict::Fail;
                record.reasons.push_back("The profile is faulty (" + f.place + "): " + f.text);
            }
        }
    }
    const auto emitted = [](const Measurement &m) { return m.mode == ReadMode::Emission && !m.superseded; };
    const auto all = std::count_if(record.readings.begin(), record.readings.end(), emitted);
    const auto low = std::count_if(record.readings.begin(), record.readings.end(), [&](const Measurement &m) { return emitted(m) && m.lowLight; });
    // In the dark the flag is usual; of a white it means that the instrument is not made for this display.
    const bool white = std::any_of(record.readings.begin(), record.readings.end(), [&](const Measurement &m) {
        return emitted(m) && m.lowLight && m.rgb == Drive{1, 1, 1};
    });
    if (white || 2 * low > all) {
        record.warnings.push_back("The instrument called " + std::to_string(low) + " of " + counted((long long)all, "reading") + " low in light"
                                  + (white ? ", full white among them" : "") + ": its figures are noisier than it says.");
    }
}

} // namespace lamp
