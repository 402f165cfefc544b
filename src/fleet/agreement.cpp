// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/agreement.h"

#include "base/json.h"
#include "base/parallel.h"
#include "colour/spread.h"
#include "fleet/pair_agreement.h"
#include "gamut/gamut.h"
#include "judge/colour_table.h"

#include <algorithm>
#include <atomic>
#include <cmath>

namespace lamp {

namespace {

/// Of many displays fewer are looked at, still more than twice those that most pairs share.
constexpr size_t kColours = 500, kCandidates = 6000, kCandidatesOfMany = 2400, kMany = 32;

/// Colours spread over a gamut that holds those of displays.
std::vector<Lab> candidates(size_t count)
{
    const Eigen::Matrix3d toPcs = gamutOf(*rgbSpace("Rec. 2020")).toPcs;
    std::vector<Lab> all;
    for (int i = 0; i < int(count); ++i) {
        const Drive d = spread(i);
        all.push_back(labOf(RelXYZ(toPcs * Eigen::Vector3d(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2))), iccD50()));
    }
    return all;
}

} // namespace

Agreement agreementOf(const DisplayGroup &displays, const std::vector<Lab> &wanted, const std::stop_token &stop,
                      const std::function<void(double)> &progress)
{
    const bool many = displays.size() > kMany;
    const std::vector<Lab> colours = wanted.empty() ? candidates(many ? kCandidatesOfMany : kCandidates) : wanted;
    std::vector<agreeing::Shown> shown(displays.size());
    inParallel(int(displays.size()), [&](int i) {
        const bool stopped = stop.stop_requested(); // then it shows nothing
        shown[size_t(i)] = agreeing::shownBy(*displays[size_t(i)], stopped ? std::vector<Lab>() : colours);
    });
    Agreement all;
    for (size_t a = 0; a < displays.size(); ++a) {
        for (size_t b = a + 1; b < displays.size(); ++b) {
            PairAgreement pair;
            pair.a = a;
            pair.b = b;
            all.pairs.push_back(pair);
        }
    }
    const size_t most = wanted.empty() ? kColours : wanted.size();
    if (many) {
        agreeing::agreementOfMany(displays, shown, most, stop, progress, all.pairs);
    } else {
        constexpr int kDraws = 60;
        std::atomic<size_t> done = 0;
        inParallel(int(all.pairs.size()), [&](int i) {
            PairAgreement &p = all.pairs[size_t(i)];
            const size_t a = p.a, b = p.b;
            if (stop.stop_requested()) {
                return;
            }
            p = agreeing::agreementOfPair(*displays[a], *displays[b], shown[a], shown[b], most, kDraws);
            p.a = a;
            p.b = b;
            if (const size_t told = ++done; progress) {
                progress(double(told) / double(all.pairs.size()));
            }
        });
    }
    std::vector<const Profile *> profiles;
    std::transform(displays.begin(), displays.end(), std::back_inserter(profiles), [](const VisitedDisplay *d) { return &d->profile(); });
    const std::vector<double> shared = sharedCoverage(profiles, rgbSpaces());
    for (size_t i = 0; i < shared.size(); ++i) {
        all.sharedCoverage.emplace_back(rgbSpaces()[i].name, shared[i]);
    }
    return all;
}

std::string agreementToJson(const std::vector<VisitedDisplay> &displays, const Agreement &agreement)
{
    using Json = nlohmann::json;
    const auto rounded = [](double v) { return std::isfinite(v) ? Json(std::round(10000 * v) / 10000) : Json(nullptr); };
    Json pairs = Json::array(), shared = Json::object();
    for (const PairAgreement &p : agreement.pairs) {
        const bool known = p.colours > 0;
        const auto figure = [&](double v) { return known ? rounded(v) : Json(nullptr); };
        Json because = Json::array();
        for (const Disagreement &d : p.because) {
            because.push_back({{"what", d.what}, {"delta_e_00", rounded(d.deltaE)}});
        }
        pairs.push_back({{"a", displays[p.a].facts().serial},
                         {"b", displays[p.b].facts().serial},
                         {"colours", p.colours},
                         {"mean", figure(p.mean)},
                         {"max", figure(p.max)},
                         {"p95", figure(p.p95)},
                         {"mean_absolute", figure(p.meanAbsolute)},
                         {"instrument_k2", figure(p.instrumentK2)},
                         {"absolute_k2", figure(p.absoluteK2)},
                         {"same_instrument", agreeing::sameInstrumentOf(displays[p.a].facts(), displays[p.b].facts())},
                         {"a_shows_percent_of_b", rounded(100 * p.aShowsOfB)},
                         {"b_shows_percent_of_a", rounded(100 * p.bShowsOfA)},
                         {"because", because}});
    }
    for (const auto &[space, percent] : agreement.sharedCoverage) {
        shared[space] = rounded(percent);
    }
    return jsonText(Json{{"pairs", pairs}, {"shared_gamut", {{"coverage_percent", shared}}}}, 2);
}

Result<std::vector<Lab>> coloursFromCsv(const std::string &text)
{
    const auto table = colourTable(text);
    if (!table) {
        return table.error();
    }
    const RgbSpace srgb = *rgbSpace("sRGB");
    const Eigen::Matrix3d toPcs = gamutOf(srgb).toPcs;
    std::vector<Lab> all;
    for (const ColourTable::Row &row : table->rows) {
        const auto &[x, y, z] = row.values;
        all.push_back(table->drives ? labOf(RelXYZ(toPcs * Eigen::Vector3d(srgb.tone.value(x), srgb.tone.value(y), srgb.tone.value(z))), iccD50())
                                    : Lab{x, y, z});
    }
    return all;
}

} // namespace lamp
