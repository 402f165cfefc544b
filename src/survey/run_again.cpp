// SPDX-License-Identifier: GPL-3.0-or-later
// What is read a second time: a measurement that was cut off, colours that came out far off.
#include "survey/run.h"

#include "survey/results.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kAgainPercent = 3, kAgainUv = 0.004; ///< how near white has to be for readings before an interruption to count

} // namespace

Status SurveyRun::takeOver(const SurveyRecord &earlier)
{
    const auto white = std::find_if(m_r.patches.begin(), m_r.patches.end(), [](const SurveyPatch &p) {
        return p.rgb == Drive{1, 1, 1} && p.at == std::array<double, 2>{0.5, 0.5};
    });
    const Measurement *before = white == m_r.patches.end() ? nullptr : earlier.named(white->name);
    const bool samePatches =
        std::equal(earlier.patches.begin(), earlier.patches.end(), m_r.patches.begin(), m_r.patches.end(),
                   [](const SurveyPatch &p, const SurveyPatch &q) { return p.name == q.name && p.rgb == q.rgb && p.at == q.at; });
    // What was read over time is of that time.
    if (before == nullptr || !samePatches || overTime() || m_plan.kind == SurveyKind::Hdr || earlier.display.serial != m_r.display.serial
        || earlier.display.model != m_r.display.model) {
        m_r.warnings.push_back(say("survey-begins-anew"));
        return Done{};
    }
    if (const Status s = setMode(white->mode); !s) {
        return s;
    }
    const auto now = m_gauge->read({1, 1, 1}, "white again", before->xyz.b);
    if (!now) {
        return now.error();
    }
    // Mode, menu, ramps, instrument and correction: readings of two states are not of one measurement, however alike white is.
    const DisplayState *stood = earlier.states.find(before->state), *stands = m_r.states.find(now->state);
    const bool alike = stood != nullptr && stands != nullptr && *stood == *stands && before->xyz.b > 0
                       && std::abs(now->xyz.b / before->xyz.b - 1) < kAgainPercent / 100
                       && uvDistance(chromaticity(now->xyz), chromaticity(before->xyz)) < kAgainUv;
    if (!alike) {
        m_r.warnings.push_back(say("survey-begins-anew"));
        return Done{};
    }
    // Those of before stand first, as they were read; what is read now is counted behind them.
    std::vector<Measurement> fresh = std::move(m_r.readings);
    m_r.readings = earlier.readings;
    m_r.readingOf = earlier.readingOf;
    // The bench's clock began anew: on this one they lie before its beginning, as far from each other as they were.
    constexpr double kAway = 60; // s
    const double back = m_start - kAway - earlier.readings.back().t;
    for (Measurement &m : m_r.readings) {
        m.t += back;
    }
    const auto shift = int(m_r.readings.size());
    States states = earlier.states;
    for (Measurement &m : fresh) {
        const DisplayState *state = m_r.states.find(m.state);
        m.state = state != nullptr ? states.numberOf(*state) : 0;
        m.index += shift;
        m_r.readings.push_back(m);
    }
    m_r.states = states;
    m_gauge->setCount(int(m_r.readings.size()));
    return Done{};
}

Status SurveyRun::readDoubtfulAgain()
{
    constexpr double kFar = 3; // CIEDE2000: the limit for good (common practice, no published source)
    constexpr size_t kMost = 6;
    std::vector<std::pair<double, size_t>> far;
    const SurveyResults found = surveyResults(m_r);
    const auto off = [&](const SurveyPatch &p) -> double {
        for (const GrayStep &s : found.gray ? found.gray->steps : std::vector<GrayStep>{}) {
            if (p.rgb == Drive{s.drive, s.drive, s.drive}) {
                return s.deltaE;
            }
        }
        for (const SurveyDifference &d : found.colours ? found.colours->colours : std::vector<SurveyDifference>{}) {
            if (d.name == p.name) {
                return d.deltaE;
            }
        }
        return 0;
    };
    for (size_t i = 0; i < m_r.patches.size(); ++i) {
        if (const double d = m_r.of(i) != nullptr ? off(m_r.patches[i]) : 0; d > kFar) {
            far.emplace_back(d, i);
        }
    }
    std::sort(far.rbegin(), far.rend());
    far.resize(std::min(kMost, far.size()));
    std::vector<Message> notRepeating;
    for (const auto &[d, i] : far) {
        const Measurement first = *m_r.of(i);
        const auto agreed = m_gauge->readAgreed(first, first.xyz.b);
        if (!agreed && agreed.error().code != "not-repeating") {
            return agreed.error();
        }
        const auto confirmed = std::find_if(m_r.readings.begin(), m_r.readings.end(), [&](const Measurement &m) { return m.index == first.index; });
        if (agreed && !confirmed->superseded) {
            continue; // it stands, as long as it was averaged
        }
        // What never reads alike twice is not known.
        m_r.readingOf[i] =
            agreed ? int(std::find_if(m_r.readings.begin(), m_r.readings.end(), [&](const Measurement &m) { return m.index == agreed->index; })
                         - m_r.readings.begin())
                   : -1;
        if (!agreed) {
            notRepeating.push_back(patchNamed(first.name));
        }
    }
    if (!far.empty() && m_hooks.onNote) {
        m_hooks.onNote(say("survey-read-again", say("count-colours", far.size()), decimal(kFar, 0)));
    }
    if (!notRepeating.empty()) {
        m_r.warnings.push_back(say("survey-not-repeating", listed(std::move(notRepeating))));
    }
    return Done{};
}

} // namespace lamp
