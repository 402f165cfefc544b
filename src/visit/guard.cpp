// SPDX-License-Identifier: GPL-3.0-or-later
// Readings that cannot be right are noticed and taken again (docs/methods.md, "Readings that are taken again").
#include "visit/guard.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kOdd = 30;            // squared Mahalanobis distance, 3 degrees of freedom: about one in a million by chance
constexpr double kVisible = 0.8;       // ΔE00: below, an odd reading does no harm
constexpr double kGross = 3;           // ΔE00: above, a reading is taken again even where no light falls
constexpr int kGuards = 2;             // after so many that led to nothing the model is to blame, not the light
constexpr size_t kYoung = 14;          // readings below which a model is easily wrong itself
constexpr double kBeforeNoticedS = 60; // how long light may have fallen before it was noticed
constexpr double kAroundS = 45;        // the same, about a reading that did not repeat
constexpr double kPauseS = 10;         // between two looks at whether light still falls
constexpr double kLongestLightS = 240;

} // namespace

double Guard::oddness(const PanelReading &r) const
{
    const bool unsure = m_guards >= kGuards || m_known.model->readings().size() < kYoung;
    if (m_known.model->surprise(r) < (unsure ? 8 : 1) * kOdd) {
        return 0;
    }
    const XYZ white = m_known.model->white();
    const RelXYZ n = relativeTo(white, white.b);
    const double d = deltaE2000(labOf(relativeTo(m_known.model->evaluate(r.behind), white.b), n), labOf(relativeTo(r.xyz, white.b), n));
    return d > (unsure ? 2 : 1) * kVisible ? d : 0;
}

Result<Measurement> Guard::readGuarded(const Drive &rgb, const std::string &name, const XYZ &expected, double integrationS)
{
    const double level = std::max(expected.b, 0.02);
    auto m = m_s.gauge->read(rgb, name, level, m_s.noiseGoal(level), integrationS);
    if (!m || !m_known.model) {
        return m;
    }
    const double oddBy = oddness(panelReading(*m));
    return oddBy > 0 ? lookInto(m.value(), expected, oddBy) : m;
}

PanelReading Guard::panelReading(const Measurement &m) const
{
    return {m_s.behindRamps(m.rgb), m.xyz, m.sigma, m.t, m.index};
}

Result<Measurement> Guard::lookInto(const Measurement &first, const XYZ &expected, double oddBy)
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
        if (const Status s = waitForDark(first.t); !s) {
            return s.error();
        }
        dropBetween(first.t - kBeforeNoticedS, m_s.gauge->now());
    }
    m_s.tellNext(first.name, *lit ? say("why-dark-again") : say("why-odd", decimal(oddBy, 1)));
    auto second = m_s.gauge->read(first.rgb, first.name + ", again", level, m_s.noiseGoal(level));
    if (!second || *lit) {
        return second;
    }
    double apart = 0; // in standard deviations, the largest of the three components
    for (int c = 0; c < 3; ++c) {
        apart = std::max(apart, std::abs(second->xyz[c] - first.xyz[c]) / std::hypot(first.sigma[c], second->sigma[c]));
    }
    if (apart > 5) {
        m_s.setAside(first.index);
        m_s.warn(say("reading-did-not-repeat", patchNamed(first.name)));
    } else {
        ++m_guards;
        if (m_s.record.lines.open() == Stage::Calibrate) {
            m_known.model->add({panelReading(first)}, m_s.gauge->now(), false); // both say the same, and both count
        }
    }
    return second;
}

void Guard::dropBetween(double from, double to)
{
    constexpr size_t kWorthKeeping = 8;
    const std::string &stage = stageName(m_s.record.lines.open().value_or(Stage::Verify));
    for (Measurement &m : m_s.record.readings) {
        if (m.stage == stage && m.t > from && m.t < to && !m.superseded) {
            m_s.setAside(m.index);
        }
    }
    if (m_s.record.lines.open() != Stage::Calibrate) {
        return;
    }
    for (size_t i = m_known.model->readings().size(); i-- > 0 && m_known.model->readings().size() > 1;) {
        if (m_s.isSetAside(m_known.model->readings()[i].number)) {
            m_known.model->forget(i);
        }
    }
    // Too little is left to go on from: the display is looked at anew.
    m_startOver = m_known.model->readings().size() < kWorthKeeping;
}

Result<bool> Guard::lightFalls()
{
    // Light from outside adds to every patch alike; nowhere does it show as at black.
    const XYZ known = m_known.model->evaluate(m_s.behindRamps({0, 0, 0}));
    const auto wanted = m_s.gauge->wanted();
    m_s.gauge->setWanted({}); // this black verifies nothing
    m_s.tellNext(kBlackAgainstLight, say("why-against-light"));
    const auto m = m_s.gauge->read({0, 0, 0}, kBlackAgainstLight, std::max(known.b, 0.02), m_s.noiseGoal(std::max(known.b, 0.02)));
    m_s.gauge->setWanted(wanted);
    if (!m) {
        return m.error();
    }
    const double most = known.b + std::max({6 * m->sigma.b, 0.25 * known.b, 2e-4 * m_known.model->white().b});
    if (m->xyz.b > most) {
        m_s.setAside(m->index);
    }
    return m->xyz.b > most;
}

Status Guard::waitForDark(double since)
{
    if (m_s.hooks.onNote) {
        m_s.hooks.onNote(say("light-from-outside-falls"));
    }
    for (;;) {
        if (const Status s = m_s.gauge->wait(kPauseS); !s) {
            return s;
        }
        const auto lit = lightFalls();
        if (!lit) {
            return lit.error();
        }
        const double lasted = m_s.gauge->now() - since;
        if (!*lit) {
            m_s.warn(say("light-from-outside-fell", decimal(lasted, 0)));
            return Done{};
        }
        if (lasted > kLongestLightS) {
            const Error e{ErrorKind::Bench, say("light-from-outside-falls-screen"), say("readings-kept"), say("turn-lamp-off-or"), "light", true};
            if (!m_s.hooks.ask || !m_s.ask({Question::Kind::Mend, m_s.record.lines.open().value_or(Stage::Verify), e.paragraph(), "", 0}).goOn) {
                return e;
            }
            since = m_s.gauge->now();
        }
    }
}

Result<PanelReading> Guard::firstBlack(const XYZ &expected, double white)
{
    // Before there is a model only the black read while trimming tells whether light falls now.
    constexpr int kLooks = 9;
    const double plausible = 2 * expected.b + std::max(2 * m_s.record.instrument.floorCdM2, 1e-4 * white);
    double since = 0;
    std::vector<int> lit;
    for (int look = 0;; ++look) {
        m_s.tellNext("black", say("why-first-black"));
        const auto m = m_s.gauge->read({0, 0, 0}, "black", std::max(expected.b, 0.02), m_s.noiseGoal(std::max(expected.b, 0.02)));
        if (!m) {
            return m.error();
        }
        if (m->xyz.b <= plausible || look == kLooks) {
            if (!lit.empty() && m->xyz.b <= plausible) {
                std::for_each(lit.begin(), lit.end(), [this](int index) { m_s.setAside(index); });
                m_s.warn(say("light-from-outside-fell", decimal(m_s.gauge->now() - since, 0)));
                m_litBefore = true;
            }
            return panelReading(*m);
        }
        since = look == 0 ? m->t : since;
        lit.push_back(m->index);
        if (const Status s = m_s.gauge->wait(kPauseS); !s) {
            return s.error();
        }
    }
}

Drive Guard::patchNear(const Drive &behind) const
{
    // Along a line from black: the patch whose drive behind the ramps lies nearest.
    const double most = behind.vec().maxCoeff();
    Drive best;
    double shortest = 1e9;
    const int top = (1 << std::min(m_s.record.display.bits, 10)) - 1;
    for (int i = 0; most > 0 && i <= top; ++i) {
        const double v = double(i) / top;
        Drive d;
        for (int c = 0; c < 3; ++c) {
            d[c] = v * std::round(32 * behind[c] / most) / 32;
        }
        d = m_s.onFrameBuffer(d);
        const double distance = (m_s.behindRamps(d).vec() - behind.vec()).cwiseAbs().maxCoeff();
        if (distance < shortest) {
            shortest = distance;
            best = d;
        }
    }
    return best;
}

Status Guard::reviewOdd()
{
    constexpr double kSuspect = 25;
    constexpr size_t kFewest = 12;
    constexpr int kMostReviews = 6;
    for (int round = 0; round < 3 && int(m_reviewed.size()) < kMostReviews; ++round) {
        const std::vector<double> all = m_known.model->surprises();
        size_t worst = all.size();
        for (size_t i = 0; i < all.size(); ++i) {
            const bool seen = std::find(m_reviewed.begin(), m_reviewed.end(), m_known.model->readings()[i].number) != m_reviewed.end();
            if (!seen && all[i] > kSuspect && (worst == all.size() || all[i] > all[worst])) {
                worst = i;
            }
        }
        if (worst == all.size() || all.size() < kFewest) {
            return Done{};
        }
        const PanelReading old = m_known.model->readings()[worst];
        if (const Status s = readAgain(old, "again, to be sure", say("why-hard-to-believe", old.number)); !s || m_startOver) {
            return s;
        }
    }
    return Done{};
}

Status Guard::readWanted()
{
    while (const auto wish = m_s.wantedAgain()) {
        const std::vector<PanelReading> &all = m_known.model->readings();
        const auto old = *wish == 0 ? all.end() - 1 : std::find_if(all.begin(), all.end(), [&](const PanelReading &r) { return r.number == *wish; });
        if (old == all.end()) {
            continue; // it is of another stage, or was set aside since
        }
        m_s.warn(say("read-again-as-asked", *wish == 0 ? old->number : *wish));
        const PanelReading copy = *old;
        if (const Status s = readAgain(copy, "again, as asked", say("why-asked", copy.number)); !s || m_startOver) {
            return s;
        }
    }
    return Done{};
}

Status Guard::readAgain(const PanelReading &old, const std::string &name, Message why)
{
    constexpr int kMostUnrepeated = 2;
    m_reviewed.push_back(old.number);
    const Drive rgb = patchNear(old.behind);
    const XYZ expected = m_known.model->evaluate(m_s.behindRamps(rgb));
    const double level = std::max(expected.b, 0.02);
    m_s.tellNext(name, std::move(why));
    const auto m = m_s.gauge->read(rgb, name, level, m_s.noiseGoal(level));
    if (!m) {
        return m.error();
    }
    const PanelReading now = panelReading(*m);
    // What the small step in drive between the two should make is taken off.
    const XYZ step = m_known.model->evaluate(now.behind) - m_known.model->evaluate(old.behind);
    // White tells how the panel moved meanwhile: what moved with it was not disturbed.
    const double moved = m_s.settling.ratio(now.t, old.t);
    double apart = 0;
    for (int c = 0; c < 3; ++c) {
        const double drift = 0.4 * (moved - 1) * old.xyz[c];
        apart = std::max(apart, std::abs(now.xyz[c] - step[c] - moved * old.xyz[c]) / std::hypot(old.sigma[c], now.sigma[c], 0.2 * step[c] + drift));
    }
    if (apart > 5 && m_unrepeated >= kMostUnrepeated) {
        // Not a third time for the same reason: the display or the instrument is so, and the noise of both is learnt.
        m_s.warn(say("readings-do-not-repeat"));
    } else if (apart > 5) {
        ++m_unrepeated;
        // Whatever disturbed it is likely to have disturbed its neighbours in time, less visibly.
        m_s.warn(say("reading-did-not-repeat-later"));
        dropBetween(old.t - kAroundS, old.t + kAroundS);
        if (m_startOver) {
            return Done{};
        }
    }
    m_reviewed.push_back(now.number);
    m_known.model->add({now}, m_s.gauge->now(), true);
    return Done{};
}

Result<Measurement> Guard::believed(const Measurement &m, double oddBy, double level)
{
    constexpr double kOdd = 6; // ΔE00: what a display in use rarely shows, and a reading that went wrong does
    constexpr int kMost = 8;   // a display that is so everywhere is not read twice everywhere
    if (oddBy <= kOdd || m_doubted >= kMost) {
        return m;
    }
    ++m_doubted;
    m_s.tellNext(m.name, say("why-odd", decimal(oddBy, 1)));
    return m_s.gauge->readAgreed(m, std::max(0.02, level), m_s.noiseGoal(std::max(0.02, level)));
}

} // namespace lamp
