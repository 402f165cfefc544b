// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/inspect.h"

#include "colour/cct.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "icc/lcms_handles.h"
#include "profile/coverage.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <map>

namespace lamp {

namespace {

using Weight = Finding::Weight;
constexpr size_t kHeader = 128, kTagEntry = 12, kMostTags = 200;

std::uint32_t u32(const Bytes &b, size_t at)
{
    return at + 4 <= b.size() ? std::uint32_t(b[at]) << 24 | std::uint32_t(b[at + 1]) << 16 | std::uint32_t(b[at + 2]) << 8 | b[at + 3] : 0;
}

std::string fourCharacters(const Bytes &b, size_t at)
{
    std::string text;
    for (size_t i = at; i < at + 4; ++i) {
        text += i < b.size() && b[i] >= 32 && b[i] < 127 ? char(b[i]) : '?';
    }
    while (!text.empty() && text.back() == ' ') {
        text.pop_back();
    }
    return text;
}

Message tagMeaning(const std::string &signature)
{
    static const std::map<std::string, Message> names{
        {"desc", say("tag-desc")}, {"cprt", say("tag-cprt")}, {"dmnd", say("tag-dmnd")}, {"dmdd", say("tag-dmdd")}, {"wtpt", say("tag-wtpt")},
        {"bkpt", say("tag-bkpt")}, {"chad", say("tag-chad")}, {"lumi", say("tag-lumi")}, {"rXYZ", say("tag-rXYZ")}, {"gXYZ", say("tag-gXYZ")},
        {"bXYZ", say("tag-bXYZ")}, {"rTRC", say("tag-rTRC")}, {"gTRC", say("tag-gTRC")}, {"bTRC", say("tag-bTRC")}, {"A2B0", say("tag-A2B0")},
        {"A2B1", say("tag-A2B1")}, {"A2B2", say("tag-A2B2")}, {"B2A0", say("tag-B2A0")}, {"B2A1", say("tag-B2A1")}, {"B2A2", say("tag-B2A2")},
        {"vcgt", say("tag-vcgt")}, {"meas", say("tag-meas")}, {"view", say("tag-view")}, {"vued", say("tag-vued")}, {"targ", say("tag-targ")},
        {"tech", say("tag-tech")}, {"gamt", say("tag-gamt")}, {"meta", say("tag-meta")}};
    const auto found = names.find(signature);
    return found != names.end() ? found->second : Message{};
}

/// Collects findings while the parts of a profile are looked at.
class Inspector {
public:
    Inspector(const Bytes &bytes, WallTime now, Inspection &into) : m_bytes(bytes), m_now(now), m_into(into) {}

    void run()
    {
        m_into.bytes = m_bytes.size();
        if (m_bytes.size() < kHeader + 4) {
            add(Weight::Fault, "header", say("file-icc-profile-least", say("count-bytes", m_bytes.size())));
            return;
        }
        if (std::memcmp(m_bytes.data() + 36, "acsp", 4) != 0) {
            add(Weight::Fault, "header", say("mark-acsp-icc-profile"));
            return;
        }
        header();
        tagTable();
        auto profile = Profile::open(m_bytes);
        if (!profile) {
            add(Weight::Fault, "colours", profile.error().what);
            return;
        }
        m_into.profile = std::move(profile.value());
        m_into.facts = m_into.profile->facts();
        requiredTags();
        adaptationAndWhite();
        primaries();
        tones();
        ramps();
        tables();
        nodes();
    }

private:
    void add(Weight weight, const std::string &place, Message text) { m_into.findings.push_back({weight, place, std::move(text)}); }
    [[nodiscard]] bool has(const char *tag) const
    {
        return std::any_of(m_into.tags.begin(), m_into.tags.end(), [&](const TagEntry &t) { return t.signature == tag; });
    }

    void header()
    {
        const std::uint32_t size = u32(m_bytes, 0);
        if (size > m_bytes.size()) {
            add(Weight::Fault, "header", say("header-says-bytes-file", size, m_bytes.size()));
        } else if (size < m_bytes.size()) {
            add(Weight::Doubt, "header", say("header-says-bytes-file-something", size, m_bytes.size()));
        }
        const std::string deviceClass = fourCharacters(m_bytes, 12), space = fourCharacters(m_bytes, 16), pcs = fourCharacters(m_bytes, 20);
        if (deviceClass != "mntr") {
            add(Weight::Fault, "header", say("class-not-display-mntr", deviceClass));
        }
        if (space != "RGB") {
            add(Weight::Fault, "header", say("colour-space-not-rgb", space));
        }
        if (pcs != "XYZ" && pcs != "Lab") {
            add(Weight::Fault, "header", say("connection-space-only-xyz", pcs));
        }
        const int version = m_bytes[8];
        if (version != 2 && version != 4) {
            add(Weight::Doubt, "header", say("version-versions-2-4", version));
        }
        if (u32(m_bytes, 64) > 3) {
            add(Weight::Doubt, "header", say("rendering-intent-only-0", u32(m_bytes, 64)));
        }
        // ICC.1, 7.2.16: 0.9642, 1, 0.8249 as 16.16 fixed point.
        const std::array<double, 3> light{u32(m_bytes, 68) / 65536.0, u32(m_bytes, 72) / 65536.0, u32(m_bytes, 76) / 65536.0};
        if (std::abs(light[0] - 0.9642) > 0.001 || std::abs(light[1] - 1) > 0.001 || std::abs(light[2] - 0.8249) > 0.001) {
            add(Weight::Doubt, "header", say("light-connection-space-not"));
        }
        date();
        checkId();
    }

    void date()
    {
        std::array<int, 6> d{};
        for (size_t i = 0; i < 6; ++i) {
            d[i] = m_bytes[24 + 2 * i] << 8 | m_bytes[25 + 2 * i];
        }
        if (d[0] == 0 && d[1] == 0 && d[2] == 0) {
            add(Weight::Note, "header", say("no-creation-date"));
            return;
        }
        const bool possible =
            d[0] >= 1993 && d[0] < 10000 && d[1] >= 1 && d[1] <= 12 && d[2] >= 1 && d[2] <= 31 && d[3] < 24 && d[4] < 60 && d[5] < 61;
        if (!possible) {
            add(Weight::Doubt, "header", say("creation-date-impossible"));
            return;
        }
        using namespace std::chrono;
        const WallTime made = sys_days(year(d[0]) / month(unsigned(d[1])) / day(unsigned(d[2]))) + hours(d[3]) + minutes(d[4]) + seconds(d[5]);
        if (made > m_now + hours(26)) {
            add(Weight::Doubt, "header", say("creation-date-lies-future", isoTime(made)));
        }
    }

    void checkId()
    {
        const bool none = std::all_of(m_bytes.begin() + 84, m_bytes.begin() + 100, [](std::uint8_t b) { return b == 0; });
        if (none) {
            return;
        }
        const auto id = lcms::profileId(m_bytes);
        if (!std::equal(id.begin(), id.end(), m_bytes.begin() + 84)) {
            add(Weight::Doubt, "header", say("id-does-not-fit"));
        }
    }

    void tagTable()
    {
        const std::uint32_t count = u32(m_bytes, kHeader);
        const size_t room = (m_bytes.size() - kHeader - 4) / kTagEntry;
        if (count > room || count > kMostTags) {
            add(Weight::Fault, "header", say("tag-table-claims-tags", count, room));
        }
        for (size_t i = 0; i < std::min({size_t(count), room, kMostTags}); ++i) {
            const size_t at = kHeader + 4 + i * kTagEntry;
            TagEntry t{fourCharacters(m_bytes, at), "?", u32(m_bytes, at + 4), u32(m_bytes, at + 8), {}};
            t.means = tagMeaning(t.signature);
            if (std::uint64_t(t.offset) + t.size > m_bytes.size() || t.offset < kHeader) {
                add(Weight::Fault, t.signature,
                    say("tag-claims-bytes-file", t.signature, t.offset, std::uint64_t(t.offset) + t.size, m_bytes.size()));
            } else {
                t.type = fourCharacters(m_bytes, t.offset);
                if (t.size < 8) {
                    add(Weight::Fault, t.signature, say("tag-too-short-hold", t.signature));
                }
            }
            if (has(t.signature.c_str())) {
                add(Weight::Doubt, t.signature, say("tag-stands-twice", t.signature));
            }
            m_into.tags.push_back(std::move(t));
        }
        overlaps();
    }

    void overlaps()
    {
        // Tags may share their bytes wholly (ICC.1, 7.3.1), not in part.
        for (size_t i = 0; i < m_into.tags.size(); ++i) {
            for (size_t k = i + 1; k < m_into.tags.size(); ++k) {
                const TagEntry &a = m_into.tags[i], &b = m_into.tags[k];
                const bool same = a.offset == b.offset && a.size == b.size;
                if (!same && a.size > 0 && b.size > 0 && a.offset < std::uint64_t(b.offset) + b.size && b.offset < std::uint64_t(a.offset) + a.size) {
                    add(Weight::Fault, a.signature, say("tags-overlap", a.signature, b.signature));
                    return;
                }
            }
        }
    }

    void requiredTags()
    {
        for (const char *tag : {"desc", "cprt", "wtpt"}) {
            if (!has(tag)) {
                add(Weight::Doubt, tag, say("required-tag-missing", tag, tagMeaning(tag)));
            }
        }
        if (!m_into.facts->tables) {
            return;
        }
        for (const char *tag : {"A2B0", "B2A0"}) {
            if (!has(tag)) {
                add(Weight::Doubt, tag, say("required-tag-missing", tag, tagMeaning(tag)));
            }
        }
    }

    void adaptationAndWhite()
    {
        const bool four = m_bytes[8] >= 4;
        const Eigen::Matrix3d chad = m_into.profile->chad();
        if (!has("chad")) {
            add(four ? Weight::Fault : Weight::Note, "chad", four ? say("no-chad-tag-display") : say("no-chad-tag-display-own"));
        } else if (!chad.allFinite() || std::abs(chad.determinant()) < 0.05 || (chad - Eigen::Matrix3d::Identity()).norm() > 1.5) {
            add(Weight::Fault, "chad", say("adaptation-no-adaptation-matrix"));
        }
        const Lab white = m_into.profile->colourOf({1, 1, 1});
        const double off = deltaE2000(white, {100, 0, 0});
        if (!(off <= 1)) {
            add(!(off <= 5) ? Weight::Fault : Weight::Doubt, "colours", say("full-red-green-blue", decimal(off, 1)));
        }
        if (m_into.facts->white && has("chad")) {
            const Cct t = cctOf(*m_into.facts->white);
            if (t.kelvin < 3500 || t.kelvin > 13000 || std::abs(t.duv) > 0.025) {
                add(Weight::Doubt, "chad", say("white-k-duv-one", decimal(t.kelvin, 0), decimal(t.duv, 3)));
            }
        }
        if (m_into.facts->luminance && !(*m_into.facts->luminance > 0 && *m_into.facts->luminance < 20000)) {
            add(Weight::Fault, "lumi", say("white-luminance-given-no", decimal(*m_into.facts->luminance, 1)));
        } else if (m_into.facts->luminance && (*m_into.facts->luminance < 20 || *m_into.facts->luminance > 4000)) {
            add(Weight::Doubt, "lumi", say("white-luminance-given-no-working", decimal(*m_into.facts->luminance, 1)));
        }
    }

    void primaries()
    {
        const auto &p = m_into.facts->primaries;
        const std::array<const char *, 3> names{"red", "green", "blue"};
        // Hue angles in u'v' about white; a swap turns up as a wrong order.
        const auto angle = [&](const Chromaticity &c) {
            const Uv a = uvOf(c), w = uvOf(m_into.facts->white.value_or(Chromaticity{0.3127, 0.3290}));
            return std::atan2(a.v - w.v, a.u - w.u) * 180 / M_PI;
        };
        const std::array<double, 3> low{-30, 90, -150}, high{60, 200, -60};
        for (size_t c = 0; c < 3; ++c) {
            double a = angle(p[c]);
            a = c == 1 && a < 0 ? a + 360 : a;
            if (!std::isfinite(a) || a < low[c] || a > high[c]) {
                add(Weight::Fault, "colours", say("not-channels-swapped-or", say(names[c])));
            }
        }
        for (const RgbSpace &space : rgbSpaces()) {
            double distance = 0;
            for (size_t c = 0; c < 3; ++c) {
                distance = std::max(distance, std::hypot(space.primaries[c].x - p[c].x, space.primaries[c].y - p[c].y));
            }
            if (distance < 0.002) {
                add(Weight::Doubt, "colours", say("primaries-third-decimal-describes", space.name));
                return;
            }
        }
    }

    void tones()
    {
        constexpr int kSteps = 255;
        const std::array<const char *, 3> names{"red", "green", "blue"};
        for (size_t c = 0; c < 3; ++c) {
            std::vector<double> light;
            for (int i = 0; i <= kSteps; ++i) {
                Drive d;
                d[int(c)] = double(i) / kSteps;
                light.push_back(xyzOf(m_into.profile->colourOf(d), iccD50()).vec().sum());
            }
            const bool finite = std::all_of(light.begin(), light.end(), [](double v) { return std::isfinite(v); });
            const double black = light.front(), span = std::max(light.back() - black, 1e-9);
            double falls = 0, flat = 0;
            for (size_t i = 0; i < light.size(); ++i) {
                light[i] = (light[i] - black) / span;
                if (i > 0) {
                    falls = std::max(falls, light[i - 1] - light[i]);
                    flat += i > 26 && light[i] - light[i - 1] < 1e-6 ? 1 : 0;
                }
            }
            const double half = light[kSteps / 2 + 1], gamma = half > 0 && half < 1 ? std::log(half) / std::log(128.0 / 255) : 0;
            const std::string place = std::string(1, names[c][0]) + "TRC";
            if (falls > 0.002 || !finite) {
                add(Weight::Fault, place, say("tone-curve-falls-somewhere", say(names[c])));
            } else if (flat > 30) {
                add(Weight::Doubt, place, say("tone-curve-stands-still", say(names[c]), decimal(flat, 0)));
            }
            if (gamma < 1.4 || gamma > 3) {
                add(Weight::Doubt, place, say("tone-curve-gamma-displays", say(names[c]), decimal(gamma, 1)));
            }
            m_into.tone[c] = std::move(light);
        }
        double previous = -1, deepest = 0;
        for (int i = 0; i <= 64; ++i) {
            const double l = m_into.profile->colourOf({i / 64.0, i / 64.0, i / 64.0}).a;
            deepest = std::isfinite(l) ? std::max(deepest, previous - l) : 1000;
            previous = std::max(previous, l);
        }
        if (deepest > 0.05) {
            add(Weight::Fault, "colours", say("grays-do-not-rise"));
        }
    }

    void ramps()
    {
        const auto ramps = m_into.profile->ramps(256);
        if (!ramps) {
            return;
        }
        for (int c = 0; c < 3; ++c) {
            const std::string name = c == 0 ? "red" : (c == 1 ? "green" : "blue");
            const auto &list = ramps->channel(c);
            std::vector<double> steps;
            int clipped = 0;
            for (size_t i = 1; i < list.size(); ++i) {
                steps.push_back(list[i] - list[i - 1]);
                clipped += list[i] >= 0.9999 && list[i - 1] >= 0.9999 ? 1 : 0;
            }
            if (*std::min_element(steps.begin(), steps.end()) < -1e-4) {
                add(Weight::Fault, "vcgt", say("calibration-ramp-falls-somewhere", say(name)));
            }
            if (clipped > 5) {
                add(Weight::Doubt, "vcgt", say("calibration-ramp-clipped-last", say(name), clipped));
            }
            std::vector<double> sorted = list;
            sorted.erase(std::unique(sorted.begin(), sorted.end(), [](double a, double b) { return std::abs(a - b) < 1e-5; }), sorted.end());
            if (sorted.size() < 100) {
                add(Weight::Doubt, "vcgt", say("calibration-ramp-only-levels", say(name), sorted.size()));
            }
            if (list.back() < 0.5) {
                add(Weight::Doubt, "vcgt", say("calibration-ramp-takes-away", say(name)));
            }
        }
    }

    void tables()
    {
        if (!m_into.facts->tables || !has("B2A0")) {
            return;
        }
        double sum = 0, most = 0;
        int n = 0;
        for (int r = 0; r < 5; ++r) {
            for (int g = 0; g < 5; ++g) {
                for (int b = 0; b < 5; ++b, ++n) {
                    const Lab l = m_into.profile->colourOf({(r + 0.5) / 5, (g + 0.5) / 5, (b + 0.5) / 5});
                    const double d = deltaE2000(m_into.profile->colourOf(m_into.profile->driveFor(l)), l);
                    sum += d;
                    most = std::max(most, d);
                }
            }
        }
        if (sum / n > 2 || most > 10) {
            add(sum / n > 4 ? Weight::Fault : Weight::Doubt, "B2A0", say("tables-disagree-colour-taken", decimal(sum / n, 1), decimal(most, 1)));
        }
    }

    /// Every table from drive, by all its nodes: nothing is darker than black, and more drive is not darker.
    void nodes()
    {
        if (!m_into.facts->tables) {
            return;
        }
        constexpr int kAxis = 33;                // as fine as tables are
        constexpr double kUnsure = 1, kFall = 3; // L*
        std::vector<Drive> drives;
        for (int i = 0; i < kAxis * kAxis * kAxis; ++i) {
            const auto of = [](int step) { return double(step) / (kAxis - 1); };
            drives.push_back({of(i / (kAxis * kAxis)), of(i / kAxis % kAxis), of(i % kAxis)});
        }
        for (const auto &[tag, intent] :
             {std::pair{"A2B0", Intent::Perceptual}, std::pair{"A2B1", Intent::Relative}, std::pair{"A2B2", Intent::Saturation}}) {
            if (!has(tag)) {
                continue;
            }
            const std::vector<Lab> colours = m_into.profile->coloursOf(drives, intent);
            size_t darkest = 0, fallen = 0;
            double fall = 0;
            for (size_t i = 0; i < colours.size(); ++i) {
                darkest = colours[i].a < colours[darkest].a || !std::isfinite(colours[i].a) ? i : darkest;
                for (const size_t step : {size_t(1), size_t(kAxis), size_t(kAxis) * kAxis}) {
                    const bool more = i / step % kAxis + 1 < kAxis;
                    if (more && colours[i].a - colours[i + step].a > fall) {
                        fall = colours[i].a - colours[i + step].a;
                        fallen = i;
                    }
                }
            }
            const auto at = [&](size_t i) {
                const Eigen::Vector3d d = (255 * drives[i].vec()).array().round();
                return say("drive-of-255", int(d[0]), int(d[1]), int(d[2]));
            };
            if (!(colours[darkest].a >= colours[0].a - kUnsure)) {
                add(Weight::Fault, tag, say("table-darker-than-black", at(darkest), decimal(colours[darkest].a, 1), decimal(colours[0].a, 1)));
            } else if (fall > kFall) {
                add(Weight::Doubt, tag, say("table-falls", at(fallen), decimal(fall, 1)));
            }
        }
    }

    const Bytes &m_bytes;
    WallTime m_now;
    Inspection &m_into;
};

} // namespace

std::string weightName(Weight weight)
{
    switch (weight) {
    case Weight::Note: return "note";
    case Weight::Doubt: return "doubt";
    case Weight::Fault: break;
    }
    return "fault";
}

Message named(Weight weight)
{
    switch (weight) {
    case Weight::Note: return say("weight-note");
    case Weight::Doubt: return say("weight-doubt");
    case Weight::Fault: break;
    }
    return say("weight-fault");
}

bool Inspection::sound() const
{
    return std::none_of(findings.begin(), findings.end(), [](const Finding &f) { return f.weight == Weight::Fault; });
}

Inspection inspect(const Bytes &bytes, WallTime now)
{
    Inspection result;
    Inspector(bytes, now, result).run();
    return result;
}

std::vector<Message> meaningOf(const Inspection &seen)
{
    if (!seen.profile || !seen.facts) {
        return {};
    }
    std::vector<Message> s;
    const Profile::Facts &f = *seen.facts;
    const bool has = std::any_of(seen.tags.begin(), seen.tags.end(), [](const TagEntry &t) { return t.signature == "chad"; });
    Message white, luminance;
    if (f.white && has) {
        white = say("facts-white", decimal(f.white->x, 4), decimal(f.white->y, 4), temperatureSaid(*f.white));
    }
    if (f.luminance) {
        luminance = say("facts-at-luminance", decimal(*f.luminance, 0));
    }
    s.push_back(say("facts-describes", white, luminance, f.tables ? say("facts-by-tables") : say("facts-by-matrix")));
    std::vector<Message> shares;
    const std::vector<RgbSpace> spaces{*rgbSpace("sRGB"), *rgbSpace("Display P3"), *rgbSpace("Adobe RGB (1998)")};
    for (const SpaceCoverage &c : coverageBy(*seen.profile, spaces)) {
        shares.push_back(say("percent-of-space", decimal(c.coverage, 0), c.space));
    }
    s.push_back(say("facts-shows", listed(shares)));
    const double l = seen.profile->colourOf({128 / 255.0, 128 / 255.0, 128 / 255.0}).a;
    const double y = xyzOf(Lab{l, 0, 0}, iccD50()).b, black = xyzOf(seen.profile->colourOf({0, 0, 0}), iccD50()).b;
    s.push_back(say("middle-gray-128-255", decimal(std::log(std::max(1e-6, (y - black) / (1 - black))) / std::log(128.0 / 255), 2),
                    black > 1e-5 ? say("black-lies-1-white", decimal(1 / black, 0)) : say("black-given-no-light")));
    if (const auto r = seen.profile->ramps(256)) {
        s.push_back(say("calibration-ramps-end-red", decimal(100 * r->r.back(), 1), decimal(100 * r->g.back(), 1), decimal(100 * r->b.back(), 1)));
    } else {
        s.push_back(say("holds-no-calibration-ramps"));
    }
    if (!f.readings.empty()) {
        s.push_back(say("carries-readings-made-made"));
    }
    return s;
}

} // namespace lamp
