// SPDX-License-Identifier: GPL-3.0-or-later
// Readings that cannot be right are noticed and taken again (docs/methods.md, "Readings that are taken again").
#include "visit/visit.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kOdd = 30;      // squared Mahalanobis distance, 3 degrees of freedom: about one in a million by chance
constexpr double kVisible = 0.8; // ΔE00: below, an odd reading does no harm
constexpr double kGross = 3;     // ΔE00: above, a reading is taken again even where no light falls
constexpr int kGuards = 2;       // after so many that led to nothing the model is to blame, not the light
constexpr size_t kYoung = 14;    // readings below which a model is easily wrong itself
constexpr double kPauseS = 10;   // between two looks at whether light still falls
constexpr double kLongestLightS = 240;

} // namespace

double Visit::oddness(const PanelReading &r) const
{
    const bool unsure = m_guards >= kGuards || m_model->readings().size() < kYoung;
    if (m_model->surprise(r) < (unsure ? 8 : 1) * kOdd) {
        return 0;
    }
    const XYZ white = m_model->white();
    const RelXYZ n = relativeTo(white, white.b);
    const double d = deltaE2000(labOf(relativeTo(m_model->evaluate(r.behind), white.b), n), labOf(relativeTo(r.xyz, white.b), n));
    return d > (unsure ? 2 : 1) * kVisible ? d : 0;
}

Result<Measurement> Visit::readGuarded(const Drive &rgb, const std::string &name, const XYZ &expected)
{
    const double level = std::max(expected.b, 0.02);
    auto m = m_gauge->read(rgb, name, level, noiseGoal(level));
    if (!m || !m_model) {
        return m;
    }
    const double oddBy = oddness(panelReading(*m));
    return oddBy > 0 ? lookInto(m.value(), expected, oddBy) : m;
}

PanelReading Visit::panelReading(const Measurement &m) const
{
    return {behindRamps(m.rgb), m.xyz, m.sigma, m.t, m.index};
}

Result<Measurement> Visit::lookInto(const Measurement &first, const XYZ &expected, double oddBy)
{
    const double level = std::max(expected.b, 0.02);
    const auto lit = lightFalls();
    if (!lit) {
        return lit.error();
    }
    if (!*lit && oddBy < kGross) {
        // No light falls: the display is so, and the model has to learn it.
        ++m_guards;
        return first;
    }
    if (*lit) {
        setAside(first.index);
        if (const Status s = waitForDark(first.t); !s) {
            return s.error();
        }
    }
    auto second = m_gauge->read(first.rgb, first.name + ", again", level, noiseGoal(level));
    if (!second || *lit) {
        return second;
    }
    double apart = 0; // in standard deviations, the largest of the three components
    for (int c = 0; c < 3; ++c) {
        apart = std::max(apart, std::abs(second->xyz[c] - first.xyz[c]) / std::hypot(first.sigma[c], second->sigma[c]));
    }
    if (apart > 5) {
        setAside(first.index);
        warn("A reading of \"" + first.name + "\" did not repeat and was taken again.");
    } else {
        ++m_guards;
    }
    return second;
}

Result<bool> Visit::lightFalls()
{
    // Light from outside adds to every patch alike; nowhere does it show as at black.
    const XYZ known = m_model->evaluate(behindRamps({0, 0, 0}));
    const auto m = m_gauge->read({0, 0, 0}, "black, for light from outside", std::max(known.b, 0.02), noiseGoal(std::max(known.b, 0.02)));
    if (!m) {
        return m.error();
    }
    const double most = known.b + std::max({6 * m->sigma.b, 0.25 * known.b, 2e-4 * m_model->white().b});
    if (m->xyz.b > most) {
        setAside(m->index);
    }
    return m->xyz.b > most;
}

Status Visit::waitForDark(double since)
{
    if (m_hooks.onNote) {
        m_hooks.onNote("Light from outside falls on the screen: waiting until it is gone.");
    }
    for (;;) {
        if (const Status s = m_gauge->wait(kPauseS); !s) {
            return s;
        }
        const auto lit = lightFalls();
        if (!lit) {
            return lit.error();
        }
        const double lasted = m_gauge->now() - since;
        if (!*lit) {
            warn("Light from outside fell on the screen for about " + fixed(lasted, 0) + " s; what was read meanwhile was taken again.");
            return Done{};
        }
        if (lasted > kLongestLightS) {
            const Error e{ErrorKind::Bench,
                          "Light from outside falls on the screen and stays.",
                          "All readings taken so far are kept.",
                          "Turn the lamp off or draw the blind, see that the instrument lies flat, then go on with the visit.",
                          "light",
                          true};
            if (!m_hooks.ask || !ask({Question::Kind::Mend, m_record.openStage().value_or(Stage::Verify), e.text(), "", 0}).goOn) {
                return e;
            }
            since = m_gauge->now();
        }
    }
}

void Visit::setAside(int index)
{
    m_record.setAside.push_back(index);
    for (Measurement &m : m_record.readings) {
        if (m.index == index) {
            m.superseded = true;
        }
    }
}

void Visit::forgetOdd()
{
    // Told all others, a reading that still cannot be explained was disturbed: what the model knows without it is better.
    constexpr double kHopeless = 60;
    for (int round = 0; round < 3; ++round) {
        const std::vector<double> all = m_model->surprises();
        const auto worst = std::max_element(all.begin(), all.end());
        if (*worst < kHopeless || all.size() < 10) {
            return;
        }
        const auto i = size_t(worst - all.begin());
        setAside(m_model->readings()[i].number);
        warn("A reading that fits none of the others was set aside.");
        m_model->forget(i);
    }
}

} // namespace lamp
