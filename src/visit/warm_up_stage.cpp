// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/warm_up_stage.h"

#include "colour/difference.h"
#include "colour/spectrum.h"
#include "measure/warm_up.h"

#include <algorithm>
#include <cmath>

namespace lamp {

Status WarmUpStage::run()
{
    m_s.begin(Stage::WarmUp);
    m_s.warmingUp = true;
    WarmUpOptions options;
    // Where nobody wants to wait, a minute still tells how far from stable the panel is.
    options.longestS = m_s.record.plan.waitForWarmUp ? 3600 : 70;
    if (m_s.record.plan.waitForWarmUp && m_s.record.plan.warmUpMinutes > 0) {
        options.longestS = options.leastS = 60 * m_s.record.plan.warmUpMinutes;
    }
    if (m_s.record.plan.task == Task::Check || m_s.record.plan.effort == Effort::Quick) {
        // A check is soon over, and compares white with itself: it need not stand for an hour. Who is in a hurry is content with less.
        options.firstIntervalS = 8;
        options.fewest = 3;
        options.goalPercent = 1.6;
        options.goalUv = 0.002;
    } else {
        options.firstIntervalS = 12;
    }
    if (m_s.record.plan.task != Task::Check && m_s.record.plan.effort == Effort::Standard) {
        options.goalPercent = 0.9;
        options.goalUv = 0.0012;
    }
    if (m_s.record.plan.earlier) {
        int segment = 0, state = m_s.record.plan.earlier->whites.empty() ? 0 : m_s.record.plan.earlier->whites.front().segment;
        for (const EarlierState::White &w : m_s.record.plan.earlier->whites) {
            segment += w.segment != state ? 1 : 0;
            state = w.segment;
            options.earlier.add(w.t, w.xyz, w.sigma, segment);
        }
    }
    options.onProgress = [this](const WarmUp &w, double left) {
        m_s.record.warmUpSeconds = w.seconds;
        m_s.tellProgress(left);
    };
    options.onFirst = [this](const Measurement &white) { return looksLikeWhite(white); };
    const double start = m_s.bench.now();
    auto w = warmUp(*m_s.gauge, options);
    for (int turns = 0; !w && w.error().code == "saturated" && turns < 10; ++turns) {
        if (const Status s = dim(w.error()); !s) {
            return s;
        }
        w = warmUp(*m_s.gauge, options);
    }
    m_s.warmingUp = false;
    if (!w && w.error().code == "implausible") {
        // Nothing where white should be: black may be where it went.
        if (const Status s = darkerThanBlack(m_s.record.instrument.floorCdM2); !s) {
            return s;
        }
    }
    if (!w) {
        return w.error();
    }
    m_s.record.warmUpSeconds = m_s.bench.now() - start;
    m_s.record.warmUpStable = w->stable;
    m_s.freshWhite = w->white;
    m_s.settling = w->settling;
    if (const Status s = findPatchArea(); !s) {
        return s;
    }
    if (m_s.reference >= 0) {
        if (const Status s = matchInstruments(); !s) {
            return s;
        }
    }
    const Message rate = say("percent-a-minute", decimal(std::abs(w->ratePercentPerMinute), 2));
    if (!w->stable) {
        m_s.warn(say("panel-not-stable-when", rate));
    }
    // What rests before it moves is not seen in a glance: a hurried visit says how little it saw, where it knows no earlier one.
    constexpr double kBriefS = 60;
    const bool briefly = m_s.record.plan.effort == Effort::Quick && m_s.record.warmUpSeconds < kBriefS && !m_s.record.plan.earlier;
    m_s.finish(Stage::WarmUp, say(w->stable ? (briefly ? "warm-up-stable-briefly" : "warm-up-stable") : "warm-up-not-stable",
                                  lasting(m_s.record.warmUpSeconds), say("count-readings", w->readings), decimal(w->white.b, 1)));
    return Done{};
}

Status WarmUpStage::looksLikeWhite(const Measurement &white)
{
    constexpr double kBrightest = 5000, kDim = 5; // cd/m²: no display in use is brighter, none dimmer (common practice, no published source)
    constexpr double kSpectrumOff = 0.1;
    const auto wrong = [&](const Message &why) {
        return Error{ErrorKind::Bench,
                     say("who-says", m_s.gauge->instrumentName(), why),
                     say("readings-kept"),
                     say("see-instrument-answers-cd"),
                     "units",
                     false};
    };
    if (white.xyz.b > kBrightest) {
        return wrong(say("more-than-any-display", decimal(white.xyz.b, 0)));
    }
    if (white.spectrum && !m_s.record.matrix) {
        const double bySpectrum = toXyz(*white.spectrum).b;
        if (bySpectrum > 0 && std::abs(white.xyz.b / bySpectrum - 1) > kSpectrumOff) {
            return wrong(say("spectrum-says-otherwise", decimal(bySpectrum, 2), decimal(white.xyz.b, 2)));
        }
    }
    return white.xyz.b < kDim ? darkerThanBlack(white.xyz.b) : Status(Done{});
}

Status WarmUpStage::darkerThanBlack(double white)
{
    m_s.tellNext("black, for it may be white", say("why-black-may-be-white"));
    const auto black = m_s.gauge->read({0, 0, 0}, "black, for it may be white", 1);
    if (!black) {
        return black.error();
    }
    if (black->xyz.b > 3 * white + 3 * m_s.record.instrument.floorCdM2) {
        return Error{ErrorKind::Bench,     say("black-brighter-than-white", decimal(black->xyz.b, 1), decimal(white, 2)),
                     say("readings-kept"), say("turn-inversion-off"),
                     "reversed",           false};
    }
    return Done{};
}

Status WarmUpStage::findPatchArea()
{
    // Pixels that make their own light may be dimmed when many of them shine; not every such display says from where on.
    const std::string &technology = m_s.record.display.technology;
    if (m_s.record.display.maxPatchArea || (technology != "woled" && technology != "qd-oled")) {
        return Done{};
    }
    double area = m_s.gauge->patchArea();
    for (int halving = 0; halving < 4; ++halving) {
        m_s.gauge->setPatchArea(area / 2);
        m_s.tellNext("white, smaller", say("why-white-smaller"));
        const auto m = m_s.gauge->read({1, 1, 1}, "white, smaller", m_s.freshWhite->b, 0.0006);
        if (!m) {
            return m.error();
        }
        if (m->xyz.b < 1.004 * m_s.freshWhite->b) {
            break;
        }
        area /= 2;
        m_s.freshWhite = m->xyz;
        m_s.warn(say("panel-dims-itself-when", decimal(100 * area, 1)));
    }
    m_s.gauge->setPatchArea(area);
    return Done{};
}

Status WarmUpStage::dim(const Error &error)
{
    // Brightness that is to stay as it stands is not turned either.
    const bool mayTurn = m_s.record.plan.task == Task::Full && m_s.record.plan.target.luminance.kind != LuminanceTarget::Kind::AsFound;
    const Control *brightness = m_s.record.display.control("brightness");
    Error told = error;
    told.todo = mayTurn ? say("turn-display-brightness-down") : say("kind-visit-leaves-menu");
    if (!mayTurn) {
        return told;
    }
    if (brightness != nullptr && (m_s.record.bench.automatic || !brightness->byPerson || m_s.hooks.ask)) {
        const double now = m_s.record.controls["brightness"], steps = std::floor((now - brightness->min) / 2 / brightness->step);
        if (steps < 1) {
            return told;
        }
        const auto taken = m_s.turn(*brightness, now - steps * brightness->step);
        if (!taken) {
            return taken.error();
        }
        if (!(*taken < now)) {
            return told;
        }
        m_s.warn(say("full-white-blinded-instrument", decimal(now, 0), decimal(*taken, 0)));
    } else if (!m_s.hooks.ask || !m_s.ask({Question::Kind::Mend, Stage::WarmUp, told.paragraph(), "", 0}).goOn) {
        return told;
    }
    for (const Measurement &m : m_s.record.readings) {
        if (m.stage == stageName(Stage::WarmUp) && !m.superseded) {
            m_s.setAside(m.index);
        }
    }
    return Done{};
}

Result<FourColours> WarmUpStage::readFour(Gauge &gauge, XYZ &fifth)
{
    FourColours four;
    struct Item {
        const char *name;
        Drive rgb;
        XYZ *into;
        double share;
    };
    const double white = m_s.freshWhite ? m_s.freshWhite->b : 150;
    for (const Item &item :
         {Item{"white", {1, 1, 1}, &four.white, 1}, Item{"red", {1, 0, 0}, &four.red, 0.2}, Item{"green", {0, 1, 0}, &four.green, 0.7},
          Item{"blue", {0, 0, 1}, &four.blue, 0.08}, Item{"fifth colour", {0.85, 0.6, 0.5}, &fifth, 0.4}}) {
        m_s.tellNext(std::string(item.name) + ", for the correction", say("why-for-correction"));
        const auto m = gauge.read(item.rgb, std::string(item.name) + ", for the correction", item.share * white, 0.0008);
        if (!m) {
            return m.error();
        }
        *item.into = m->xyz;
    }
    return four;
}

Status WarmUpStage::matchInstruments()
{
    // Ohno and Hardis: both instruments read red, green, blue and white of this very panel.
    XYZ fifth, referenceFifth;
    const auto seen = readFour(*m_s.gauge, fifth);
    if (!seen) {
        return seen.error();
    }
    const auto change = [&](int index, const Message &what) -> Status {
        if (!m_s.ask({Question::Kind::Confirm, Stage::WarmUp, what, "", 0}).goOn) {
            return stoppedOnRequest();
        }
        return m_s.bench.selectInstrument(index);
    };
    if (const Status s = change(m_s.reference, say("lay-spectroradiometer-marked-place")); !s) {
        return s;
    }
    const auto info = m_s.bench.describeInstrument();
    if (!info) {
        return info.error();
    }
    Gauge reference(m_s.bench, info.value(), m_s.gaugeHooks(), m_s.stop);
    reference.setSpending(&m_s.spending);
    reference.setGentle(m_s.record.plan.gentle);
    reference.setStage(stageName(Stage::WarmUp));
    reference.setCount(int(m_s.record.readings.size()));
    reference.setPatchArea(m_s.gauge->patchArea());
    if (const Status s = reference.place({false, m_s.record.plan.at}); !s) {
        return s;
    }
    const auto truth = readFour(reference, referenceFifth);
    if (!truth) {
        return truth.error();
    }
    if (const Status s = change(m_s.instrumentIndex, say("lay-colorimeter-back-marked")); !s) {
        return s;
    }
    m_s.gauge->setCount(int(m_s.record.readings.size()));
    if (const Status s = m_s.gauge->setCorrection(""); !s) {
        return s;
    }
    if (const Status s = m_s.gauge->place({false, m_s.record.plan.at}); !s) {
        return s;
    }
    const auto matrix = fourColourMatrix(truth.value(), seen.value());
    if (!matrix) {
        return matrix.error();
    }
    const RelXYZ n = relativeTo(truth->white, truth->white.b);
    const auto lab = [&](const Eigen::Vector3d &xyz) { return labOf(relativeTo(XYZ(xyz), truth->white.b), n); };
    MatrixCorrection c{matrix.value(),
                       m_s.record.instrument.model,
                       m_s.record.instrument.serial,
                       info->model,
                       info->serial,
                       m_s.record.display.technology,
                       m_s.record.display.model + " " + m_s.record.display.serial,
                       m_s.wallNow(),
                       deltaE2000(lab(referenceFifth.vec()), lab(matrix.value() * fifth.vec()))};
    const std::vector<Message> against = doubts(c);
    if (!against.empty()) {
        m_s.warn(say("correction-made-here-not", against.front()));
        return Done{};
    }
    m_s.gauge->setMatrix(c.matrix);
    if (m_s.freshWhite) {
        m_s.freshWhite = XYZ(c.matrix * m_s.freshWhite->vec());
    }
    m_s.record.correction = c.name();
    m_s.record.matrix = c;
    return Done{};
}

} // namespace lamp
