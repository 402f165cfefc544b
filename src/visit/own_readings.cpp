// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/own_readings.h"

#include "base/json.h"
#include "device/bench_json.h"
#include "icc/cgats.h"
#include "profile/table_profile.h"
#include "visit/imported.h"
#include "visit/session.h"
#include "visit/verdict.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

Error cannotAgain(Message what)
{
    return unusable(say("visit-cannot-made-again"), std::move(what), say("take-file-once-more"), "readings");
}

bool countsAgain(const Measurement &m)
{
    return m.mode == ReadMode::Emission && !m.superseded;
}

/// The adaptation of the profile that was checked, row by row.
Result<Eigen::Matrix3d> chadFrom(const std::string &text)
{
    const auto json = parseJson(text);
    Eigen::Matrix3d m = Eigen::Matrix3d::Zero();
    if (json && json->is_array() && json->size() == 9
        && std::all_of(json->begin(), json->end(), [](const nlohmann::json &v) { return v.is_number(); })) {
        for (int i = 0; i < 9; ++i) {
            m(i / 3, i % 3) = (*json)[size_t(i)].get<double>();
        }
    }
    return m.allFinite() && std::abs(m.determinant()) > 0.05 && m.norm() < 10 ? Result<Eigen::Matrix3d>(m)
                                                                              : cannotAgain(say("what-says-checked-profile"));
}

/// Makes a record of a visit's own readings.
class Again {
public:
    Again(const ReadingSet &set, VisitPlan plan, WallTime now) : m_set(set), m_now(now)
    {
        m_record.plan = std::move(plan);
        m_record.started = m_record.finished = now;
        m_record.correction = set.correction;
        m_record.readings = set.readings;
        m_record.states = set.states;
    }

    Result<VisitRecord> run()
    {
        if (const Status s = facts(); !s) {
            return s.error();
        }
        if (const Status s = finalState(); !s) {
            return s.error();
        }
        m_record.lines = Worklist(m_record.plan.task, {LineState::Skipped, say("readings-visit-brought-again"), m_now, "program"});
        m_record.lines.at(Stage::SignOff) = {};
        const bool check = m_record.plan.task == Task::Check;
        const Status made = check ? asItStood() : profile();
        if (!made) {
            return made.error();
        }
        if (const Status s = verifyAgain(check); !s) {
            return s.error();
        }
        // Checks of before read their grays apart from the colours that verify.
        if (!check || m_record.gray.grays.empty()) {
            judgeMeasuredState(m_record);
        }
        judgeVisit(m_record, m_now);
        const Verification &v = m_record.verification;
        done(Stage::Verify, say("verified-summary-short", say("count-colours", int(v.colours.size())), decimal(v.mean, 2),
                                decimal(m_record.doubt.mean.by(m_record.scope()), 2), decimal(v.max, 2), named(m_record.verdict)));
        return m_record;
    }

private:
    void done(Stage stage, Message summary) { m_record.lines.at(stage) = {LineState::Done, std::move(summary), m_now, "program"}; }
    [[nodiscard]] const DisplayState *stateOf(const Measurement &m) const { return m_set.states.find(m.state); }
    [[nodiscard]] bool ofPanel(const Measurement &m) const
    {
        const DisplayState *s = stateOf(m);
        return s != nullptr && s->samePanel(*m_panel);
    }
    /// Whether a reading verifies the panel as it was left, through the ramps that were left.
    [[nodiscard]] bool verifies(const Measurement &m) const
    {
        return countsAgain(m) && m.stage == stageName(Stage::Verify) && ofPanel(m) && stateOf(m)->ramps == m_panel->ramps;
    }
    /// The last reading at a drive that a condition holds for.
    template <typename If> [[nodiscard]] const Measurement *last(const Drive &rgb, If condition) const
    {
        const auto found = std::find_if(m_set.readings.rbegin(), m_set.readings.rend(),
                                        [&](const Measurement &m) { return countsAgain(m) && m.rgb == rgb && condition(m); });
        return found != m_set.readings.rend() ? &*found : nullptr;
    }

    Status facts()
    {
        const auto json = [this](const char *name) -> Result<nlohmann::json> {
            const auto it = m_set.facts.find(name);
            return it == m_set.facts.end() ? Result<nlohmann::json>(cannotAgain(say("does-not-say", name))) : parseJson(it->second);
        };
        const auto display = json("display_facts"), instrument = json("instrument_facts");
        const auto info = display ? benchjson::displayInfo(display.value()) : Result<DisplayInfo>(display.error());
        const auto meter = instrument ? benchjson::instrumentInfo(instrument.value()) : Result<InstrumentInfo>(instrument.error());
        if (!info || !meter) {
            const Message why = (info ? meter.error() : info.error()).what;
            return cannotAgain(say(info ? "what-it-says-of-instrument" : "what-it-says-of-display", why));
        }
        m_record.display = info.value();
        m_record.instrument = meter.value();
        if (const auto it = m_set.facts.find("correction_matrix"); it != m_set.facts.end()) {
            const auto matrix = correctionFromJson(it->second);
            if (!matrix) {
                return matrix.error();
            }
            m_record.matrix = matrix.value();
        }
        return Done{};
    }

    Status finalState()
    {
        const auto end = std::find_if(m_set.readings.rbegin(), m_set.readings.rend(), [](const Measurement &m) { return countsAgain(m); });
        m_panel = end != m_set.readings.rend() ? stateOf(*end) : nullptr;
        if (m_panel == nullptr) {
            return cannotAgain(say("state-last-reading-not"));
        }
        for (const Measurement &m : m_set.readings) {
            const bool whole = (!m.behind || m.behind->vec().allFinite()) && (!m.wanted || m.wanted->vec().allFinite());
            if (countsAgain(m) && !whole) {
                return cannotAgain(say("reading-lost-part-drive", m.index));
            }
            // Without its noise a reading would count as one that has none.
            if (countsAgain(m) && !(m.sigma.vec().minCoeff() > 0 && m.sigma.vec().allFinite())) {
                return cannotAgain(say("noise-reading-not", m.index));
            }
        }
        m_record.controls = m_panel->controls;
        if (!m_panel->ramps.empty() && m_panel->ramps != kUnknownRamps) {
            const auto ramps = m_set.states.ramps.find(m_panel->ramps);
            if (ramps == m_set.states.ramps.end()) {
                return cannotAgain(say("ramps-last-readings-not"));
            }
            m_record.ramps = ramps->second;
        }
        return Done{};
    }

    /// Black, white and primaries as they were read before ramps, taken to the panel's last state.
    Result<Primaries> prior() const
    {
        Primaries p;
        const DisplayState *then = nullptr;
        const std::string trim = stageName(Stage::Trim);
        for (const auto &[rgb, into] : {std::pair{Drive{1, 0, 0}, &p.red}, std::pair{Drive{0, 1, 0}, &p.green}, std::pair{Drive{0, 0, 1}, &p.blue},
                                        std::pair{Drive{0, 0, 0}, &p.black}}) {
            // All at one setting of the menu: black is read once more when it has been turned.
            const auto together = [&](const Measurement &m) {
                return m.stage == trim && (then == nullptr || (stateOf(m) != nullptr && stateOf(m)->samePanel(*then)));
            };
            const Measurement *any = last(rgb, together);
            if (any == nullptr) {
                return cannotAgain(say("primary-or-black-missing"));
            }
            then = stateOf(*any);
            *into = any->xyz;
        }
        const auto unramped = [this](const Measurement &m) { return stateOf(m) != nullptr && stateOf(m)->ramps.empty(); };
        const Measurement *white =
            last({1, 1, 1}, [&](const Measurement &m) { return unramped(m) && then != nullptr && stateOf(m)->samePanel(*then); });
        const Measurement *now = last({1, 1, 1}, [&](const Measurement &m) { return unramped(m) && ofPanel(m); });
        if (white == nullptr || now == nullptr) {
            return cannotAgain(say("white-missing-read-before"));
        }
        p.white = white->xyz;
        return p.turnedTo(now->xyz);
    }

    Status profile()
    {
        const auto before = prior();
        if (!before) {
            return before.error();
        }
        std::vector<PanelReading> readings;
        const Measurement *white = last({1, 1, 1}, [&](const Measurement &m) { return ofPanel(m) && m.stage != stageName(Stage::Verify); });
        double end = 0;
        int calibrating = 0;
        for (const Measurement &m : m_set.readings) {
            // Black read against light from outside is no reading of the model; where black is below the instrument's floor
            // it would only repeat a zero that is not one.
            const bool guards = m.name == kBlackAgainstLight;
            const bool describes = m.stage == stageName(Stage::Trim) || m.stage == stageName(Stage::Calibrate) || &m == white;
            if (countsAgain(m) && describes && !guards && ofPanel(m) && m.behind) {
                readings.push_back({*m.behind, m.xyz, m.sigma, m.t, m.index});
                calibrating += m.stage == stageName(Stage::Calibrate) ? 1 : 0;
                end = m.t;
            }
        }
        if (calibrating < 6) {
            return cannotAgain(say("too-few-calibrating", calibrating));
        }
        const DisplayModel model(before.value(), 0.02, readings, end);
        // The way of the grays that the ramps were rounded from: a profile is better made of that.
        Ramps smooth;
        Primaries &p = m_record.calibrated;
        const ToneCurve &tone = m_record.plan.target.tone;
        if (!m_record.ramps.empty()) {
            const ShownDisplay rounded(model, m_record.ramps);
            p.black = rounded.evaluate({0, 0, 0});
            const GrayAim aim{rounded.white(), p.black, tone.withBlack(p.black.b / rounded.white().b)};
            smooth = GrayPath(model, aim, int(m_record.ramps.r.size())).exact();
        }
        const ShownDisplay shown(model, smooth);
        p = {shown.evaluate({1, 0, 0}), shown.evaluate({0, 1, 0}), shown.evaluate({0, 0, 1}), shown.white(), shown.evaluate({0, 0, 0})};
        m_record.aimLuminance = p.white.b;
        m_record.light = shown.asMatrix(smooth.empty() ? std::vector<double>{} : tone.withBlack(p.black.b / p.white.b).samples()).light;
        const MatrixModel matrix = m_record.asMatrix();
        done(Stage::Calibrate, say("as-left-summary", say("count-readings", readings.size()), decimal(shown.white().b, 1)));
        ProfileText text;
        text.description = m_record.profileName();
        text.created = m_now;
        text.version = m_record.plan.iccVersion;
        text.curves = m_record.plan.curves;
        text.perceptualSource = m_record.plan.perceptualSource;
        text.display = modelAndSerial(m_record.display.model, m_record.display.serial);
        const auto bytes = profileOf(shown, matrix, m_record.ramps, text, m_record.plan.profileKind, m_record.plan.grid);
        const auto opened = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
        if (!opened) {
            return opened.error();
        }
        m_record.profile = bytes.value();
        const bool table = opened->facts().tables;
        m_record.gamut = coverageBy(*opened, rgbSpaces());
        done(Stage::Profile, say("profile-summary", text.description, opened->facts().version, table ? say("by-tables") : say("by-matrix")));
        return Done{};
    }

    /// Of a check: what was read, without a model. The profile that it verified is not in its readings; one is made of what
    /// was read, so that there is one.
    Status asItStood()
    {
        Primaries &p = m_record.calibrated;
        const auto calibrating = [](const Measurement &m) { return m.stage == stageName(Stage::Calibrate); };
        for (const auto &[rgb, into] : {std::pair{Drive{1, 1, 1}, &p.white}, std::pair{Drive{1, 0, 0}, &p.red}, std::pair{Drive{0, 1, 0}, &p.green},
                                        std::pair{Drive{0, 0, 1}, &p.blue}, std::pair{Drive{0, 0, 0}, &p.black}}) {
            // White may have been read while warming up, with everything as it is.
            const Measurement *m = last(rgb, [&](const Measurement &r) {
                return calibrating(r)
                       || (rgb == Drive{1, 1, 1} && r.stage == stageName(Stage::WarmUp) && ofPanel(r) && stateOf(r)->ramps == m_panel->ramps);
            });
            if (m == nullptr) {
                return cannotAgain(say("white-black-or-primary"));
            }
            *into = m->xyz;
        }
        m_record.aimLuminance = p.white.b;
        std::vector<GrayInput> grays;
        for (const Measurement &m : m_set.readings) {
            const bool gray = m.rgb.a == m.rgb.b && m.rgb.b == m.rgb.c && m.rgb.a > 0 && m.rgb.a < 1;
            if (countsAgain(m) && calibrating(m) && gray) {
                grays.push_back({m.rgb.a, m.xyz, m.sigma});
            }
        }
        if (!grays.empty()) {
            m_record.gray = judgeGrays(grays, p.white, p.black, m_record.targetWhite(), m_record.plan.target.tone);
        }
        m_record.light.fill(m_record.plan.target.tone.withBlack(p.black.b / p.white.b).samples());
        const MatrixModel matrix = m_record.asMatrix();
        ProfileText text;
        text.description = m_record.profileName();
        text.created = m_now;
        const auto bytes = writeMatrixProfile(matrix, m_record.ramps, text);
        if (!bytes) {
            return bytes.error();
        }
        m_record.profile = bytes.value();
        m_record.warnings.push_back(say("profile-checked-not-among"));
        done(Stage::Calibrate, say("measured-summary", whiteSaid(p.white)));
        return Done{};
    }

    Status verifyAgain(bool check)
    {
        const auto profile = Profile::open(m_record.profile);
        if (!profile) {
            return profile.error();
        }
        std::vector<const Measurement *> whites;
        std::vector<VerifiedColour> colours;
        for (const Measurement &m : m_set.readings) {
            if (verifies(m) && !m.wanted && m.rgb == Drive{1, 1, 1}) {
                whites.push_back(&m);
            }
        }
        if (whites.size() == 1 && check) {
            // The first was not read once more where it stood just before.
            const auto first = std::find_if(m_set.readings.begin(), m_set.readings.end(), [&](const Measurement &m) { return verifies(m); });
            if (const Measurement *standing = standingWhite({m_set.readings.begin(), first})) {
                whites.insert(whites.begin(), standing);
            }
        }
        if (whites.size() < 2) {
            return cannotAgain(say("white-before-after-verification"));
        }
        const Measurement &before = *whites.front(), &after = *whites.back();
        for (const Measurement &m : m_set.readings) {
            if (!verifies(m) || !m.wanted) {
                continue;
            }
            const XYZ xyz = withoutDrift(m, before, after);
            const auto same = std::find_if(colours.begin(), colours.end(), [&](const VerifiedColour &c) { return c.colour.rgb == m.rgb; });
            if (same == colours.end()) {
                colours.push_back({{m.name, check ? *m.wanted : profile->colourOf(m.rgb), m.rgb}, xyz, m.sigma});
                continue;
            }
            same->joinedWith(xyz, m.sigma); // read again, and longer
        }
        Eigen::Matrix3d chad = profile->chad();
        if (const auto said = m_set.facts.find("profile_chad"); check && said != m_set.facts.end()) {
            const auto read = chadFrom(said->second);
            if (!read) {
                return read.error();
            }
            chad = read.value();
        }
        m_record.verification = verify(std::move(colours), whiteBetween(before, after), chad);
        return Done{};
    }

    const ReadingSet &m_set;
    WallTime m_now;
    const DisplayState *m_panel = nullptr;
    VisitRecord m_record;
};

/// Task, target and tolerance that readings name.
Status takePlan(const ReadingSet &set, VisitPlan &plan)
{
    const auto fact = [&](const char *name) {
        const auto it = set.facts.find(name);
        return it == set.facts.end() ? std::string() : it->second;
    };
    const auto task = taskFromName(fact("visit_task"));
    const auto target = targetFromJson(fact("visit_target"));
    const auto tolerance = toleranceFromJson(fact("visit_tolerance"));
    if (!task || !target || !tolerance) {
        return cannotAgain(say("what-says-visit-task"));
    }
    plan.task = *task;
    plan.target = target.value();
    plan.tolerance = tolerance.value();
    return Done{};
}

} // namespace

bool holdsVisit(const ReadingSet &set)
{
    return set.facts.contains("visit_task") && !set.states.all.empty()
           && std::any_of(set.readings.begin(), set.readings.end(), [](const Measurement &m) { return countsAgain(m) && m.wanted.has_value(); });
}

Result<VisitRecord> visitOfReadings(const ReadingSet &set, VisitPlan plan, const AskedOfReadings &asked, WallTime now)
{
    const bool own = holdsVisit(set) && asked.ramps.empty();
    if (own) {
        if (const Status s = takePlan(set, plan); !s) {
            return s.error();
        }
    }
    plan.target = asked.target.value_or(plan.target);
    plan.tolerance = asked.tolerance.value_or(plan.tolerance);
    return own ? Again(set, std::move(plan), now).run() : visitFromReadings(set, std::move(plan), asked.ramps, now);
}

} // namespace lamp
