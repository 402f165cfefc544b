// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/reading_fields.h"

#include <array>
#include <cmath>
#include <limits>
#include <sstream>
#include <type_traits>

namespace lamp {

namespace {

constexpr size_t kMostBands = 4096;

/// A field that is a number of the measurement.
template <typename Member> ReadingField numberField(std::string key, std::string heading, std::string cgats, Member member, bool optional = false)
{
    return {std::move(key),
            std::move(heading),
            std::move(cgats),
            true,
            optional,
            [member](const Measurement &m) { return exactText(double(member(m))); },
            [member](Measurement &m, const std::string &text) {
                const auto v = numberOf(text);
                // A whole number has to fit as well.
                if (v && std::abs(*v) < 1e9) {
                    member(m) = std::remove_reference_t<decltype(member(m))>(*v);
                }
                return v ? std::abs(*v) < 1e9 : text.empty();
            }};
}

/// A field that is one number of something that a measurement may not have.
template <typename T>
ReadingField optionalField(std::string key, std::string heading, std::string cgats, std::optional<T> Measurement::*member, int part)
{
    return {std::move(key),
            std::move(heading),
            std::move(cgats),
            true,
            true,
            [member, part](const Measurement &m) { return m.*member ? exactText((*(m.*member))[part]) : std::string(); },
            [member, part](Measurement &m, const std::string &text) {
                const auto v = numberOf(text);
                if (v) {
                    // Parts that a file leaves out stay unknown.
                    constexpr double unknown = std::numeric_limits<double>::quiet_NaN();
                    m.*member = (m.*member).value_or(T{unknown, unknown, unknown});
                    (*(m.*member))[part] = *v;
                }
                return v.has_value() || text.empty();
            }};
}

std::string stateText(const Measurement &m)
{
    return std::string(m.mode == ReadMode::Ambient ? "ambient" : "emission") + (m.tooDark ? " too-dark" : "") + (m.lowLight ? " low-light" : "")
           + (m.superseded ? " superseded" : "");
}

bool readState(Measurement &m, const std::string &text)
{
    const auto has = [&](const char *word) { return text.find(word) != std::string::npos; };
    m.mode = has("ambient") ? ReadMode::Ambient : ReadMode::Emission;
    m.tooDark = has("too-dark");
    m.lowLight = has("low-light");
    m.superseded = has("superseded");
    return true;
}

} // namespace

std::string spectrumText(const Spectrum &s)
{
    std::string text = exactText(s.startNm) + " " + exactText(s.stepNm);
    for (const double v : s.values) {
        text += " " + exactText(v);
    }
    return text;
}

std::optional<Spectrum> spectrumFrom(const std::string &text)
{
    std::istringstream in(text);
    std::vector<double> all;
    for (std::string word; in >> word;) {
        const auto v = numberOf(word);
        if (!v || all.size() > kMostBands + 2) {
            return std::nullopt;
        }
        all.push_back(*v);
    }
    if (all.size() < 3 || !(all[1] > 0)) {
        return std::nullopt;
    }
    return Spectrum{all[0], all[1], {all.begin() + 2, all.end()}};
}

const std::vector<ReadingField> &readingFields()
{
    static const std::vector<ReadingField> fields{
        numberField(
            "number", "number", "SAMPLE_ID", [](auto &m) -> auto & { return m.index; }),
        {"stage", "stage", "STAGE", false, false, [](const Measurement &m) { return m.stage; },
         [](Measurement &m, const std::string &text) {
             m.stage = text;
             return true;
         }},
        numberField(
            "sigma_X", "sigma X (cd/m²)", "STDEV_X", [](auto &m) -> auto & { return m.sigma.a; }),
        numberField(
            "sigma_Y", "sigma Y (cd/m²)", "STDEV_Y", [](auto &m) -> auto & { return m.sigma.b; }),
        numberField(
            "sigma_Z", "sigma Z (cd/m²)", "STDEV_Z", [](auto &m) -> auto & { return m.sigma.c; }),
        numberField(
            "integration_s", "integration (s)", "INTEGRATION_S", [](auto &m) -> auto & { return m.integrationS; }),
        numberField(
            "t", "time (s)", "BENCH_S", [](auto &m) -> auto & { return m.t; }),
        numberField(
            "display_state", "display state", "DISPLAY_STATE", [](auto &m) -> auto & { return m.state; }, true),
        optionalField("behind_r", "behind r", "BEHIND_R", &Measurement::behind, 0),
        optionalField("behind_g", "behind g", "BEHIND_G", &Measurement::behind, 1),
        optionalField("behind_b", "behind b", "BEHIND_B", &Measurement::behind, 2),
        optionalField("wanted_L", "wanted L*", "WANTED_L", &Measurement::wanted, 0),
        optionalField("wanted_a", "wanted a*", "WANTED_A", &Measurement::wanted, 1),
        optionalField("wanted_b", "wanted b*", "WANTED_B", &Measurement::wanted, 2),
        {"state", "state", "FLAGS", false, false, stateText, readState},
        {"spectrum", "spectrum (start nm, step nm, W/sr/m²/nm)", "", false, true,
         [](const Measurement &m) { return m.spectrum ? spectrumText(*m.spectrum) : std::string(); },
         [](Measurement &m, const std::string &text) {
             m.spectrum = spectrumFrom(text);
             return m.spectrum.has_value() || text.empty();
         }}};
    return fields;
}

} // namespace lamp
