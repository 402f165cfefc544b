// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/trim_progress.h"

#include "colour/difference.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

bool isWhite(const Measurement &m)
{
    return m.mode == ReadMode::Emission && m.rgb == Drive{1, 1, 1} && !m.tooDark && !m.superseded;
}

/// The last reading of a full drive while trimming.
const Measurement *lastOf(const VisitRecord &record, const Drive &rgb)
{
    const auto &all = record.readings;
    const auto found = std::find_if(all.rbegin(), all.rend(), [&](const Measurement &m) {
        return m.mode == ReadMode::Emission && m.rgb == rgb && !m.superseded && m.stage == stageName(Stage::Trim);
    });
    return found != all.rend() ? &*found : nullptr;
}

/// The light of the display's primaries, as far as trimming has read them.
std::optional<Primaries> primariesOf(const VisitRecord &record)
{
    Primaries p;
    for (const auto &[drive, into] : {std::pair{Drive{1, 0, 0}, &p.red}, {Drive{0, 1, 0}, &p.green}, {Drive{0, 0, 1}, &p.blue}}) {
        const Measurement *m = lastOf(record, drive);
        if (m == nullptr) {
            return std::nullopt;
        }
        *into = m->xyz;
    }
    if (const Measurement *black = lastOf(record, {0, 0, 0}); black != nullptr && !black->tooDark) {
        p.black = black->xyz;
    }
    return p;
}

} // namespace

WhiteStanding standingOf(const VisitRecord &record, const XYZ &white)
{
    WhiteStanding s;
    s.luminance = white.b;
    s.wanted = record.plan.target.luminance.value();
    const auto aim = record.plan.target.white.chromaticity();
    if (!aim || !(white.b > 0)) {
        return s;
    }
    s.white = deltaE2000({100, 0, 0}, labOf(relativeTo(white, white.b), whiteOf(*aim)));
    if (const auto primaries = primariesOf(record)) {
        // Amounts are of whatever the channels gave when they were read: only their ratio counts.
        const LinearRgb is = primaries->amounts(white), needed = primaries->amounts(xyzOf(*aim, white.b));
        std::array<double, 3> shares{};
        for (size_t c = 0; c < 3; ++c) {
            shares[c] = is[int(c)] / needed[int(c)];
        }
        if (std::all_of(shares.begin(), shares.end(), [](double v) { return std::isfinite(v) && v > 0; })) {
            s.shares = shares;
        }
    }
    return s;
}

std::vector<TrimTry> triesOf(const VisitRecord &record)
{
    std::vector<TrimTry> tries;
    const Measurement *before = nullptr;
    for (const Measurement &m : record.readings) {
        if (!isWhite(m)) {
            continue;
        }
        if (m.stage == stageName(Stage::WarmUp)) {
            before = &m;
        } else if (m.stage == stageName(Stage::Trim)) {
            const DisplayState *state = record.states.find(m.state);
            tries.push_back({m.index, state != nullptr ? state->controls : std::map<std::string, double>{}, standingOf(record, m.xyz)});
        }
    }
    if (before != nullptr) {
        const DisplayState *state = record.states.find(before->state);
        tries.insert(tries.begin(),
                     {before->index, state != nullptr ? state->controls : std::map<std::string, double>{}, standingOf(record, before->xyz)});
    }
    return tries;
}

} // namespace lamp
