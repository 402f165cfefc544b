// SPDX-License-Identifier: GPL-3.0-or-later
// Two displays side by side, an instrument, and which of a display's modes to use.
#include "answer/answers.h"

#include "survey/comparison.h"

#include <algorithm>
#include <cmath>

namespace lamp::answers {

namespace {

/// What parts two displays, as a step that mends it.
AnswerStep mending(const std::string &what)
{
    if (what == "gamut") {
        return {AnswerStep::Do::Agreement, say("step-common-target")};
    }
    return {AnswerStep::Do::Agreement, say("step-match-other")};
}

/// The newest two measurements of a kind by different instruments, the reference first; nothing where there are none that can be compared.
std::optional<std::pair<InstrumentDifference, std::string>> byTwoInstruments(const AskedAbout &about, const std::string &serial)
{
    std::vector<SurveyRecord> records; // each read once
    for (const KnownDocument &d : about.measured) {
        const bool compares = d.kind == "colours" || d.kind == "gray" || d.kind == "saturation";
        if (auto record = compares ? surveyFromJson(d.json) : Result<SurveyRecord>(Error{})) {
            records.push_back(std::move(record).value());
        }
    }
    for (size_t i = 0; i < records.size(); ++i) {
        for (size_t j = i + 1; j < records.size(); ++j) {
            const SurveyRecord &a = records[i], &b = records[j];
            if (a.plan.kind != b.plan.kind || (a.instrument.serial != serial && b.instrument.serial != serial)) {
                continue;
            }
            const bool mineSecond = b.instrument.serial == serial;
            const SurveyRecord &reference = mineSecond ? a : b, &mine = mineSecond ? b : a;
            if (const auto d = instrumentDifference(reference, mine)) {
                return std::pair{d.value(), modelAndSerial(reference.instrument.model, reference.instrument.serial)};
            }
        }
    }
    return {};
}

} // namespace

Counsel differ(const AskedAbout &about)
{
    Counsel a;
    if (about.other == nullptr || about.display == nullptr) {
        a.open = true;
        a.said = about.otherName.empty() ? say("answer-which-other")
                                         : say("answer-never-visited", about.display == nullptr ? about.name : about.otherName);
        a.next = {{about.otherName.empty() ? AnswerStep::Do::Agreement : AnswerStep::Do::FullVisit,
                   about.otherName.empty() ? say("step-agreement") : say("step-full-visit")}};
        return a;
    }
    const PairAgreement p = agreementOf(DisplayGroup{about.display, about.other}).pairs.at(0);
    if (p.colours == 0) {
        a.open = true;
        a.said = say("answer-nothing-in-common");
        a.next = {{AnswerStep::Do::FullVisit, say("step-visit-both")}};
        return a;
    }
    constexpr double kDone = 1, kExcellent = 0.5; // mean CIEDE2000 of a pair (common practice, no published source)
    a.title = say("answer-apart-by");
    for (const Disagreement &d : p.because) {
        a.figures.push_back({say("figure-" + d.what), d.deltaE, {}});
    }
    a.because = {say("answer-pair", decimal(p.mean, 2), decimal(p.instrumentK2, 2), decimal(p.absoluteK2, 2), decimal(p.max, 1), p.colours),
                 say("answer-pair-shows", about.name, decimal(100 * p.aShowsOfB, 0), about.otherName, decimal(100 * p.bShowsOfA, 0))};
    const VisitFacts &f = about.display->facts(), &g = about.other->facts();
    if (f.technology != g.technology) {
        a.because.push_back(say("answer-other-backlight"));
    }
    if (f.instrument != g.instrument) {
        a.because.push_back(say("answer-read-by-two", f.instrument, g.instrument));
    }
    constexpr double kStale = 42;
    const double oldest = std::max(daysBetween(f.finished, about.now), daysBetween(g.finished, about.now));
    const std::string worst = p.because.empty() ? std::string() : p.because.front().what;
    // Decided only where what the readings leave open does not change it.
    const bool match = p.mean + p.instrumentK2<kDone, apart = p.mean - p.instrumentK2> kDone;
    a.open = !match && !apart;
    a.said = match ? say(p.mean < kExcellent ? "answer-pair-excellent" : "answer-pair-done", decimal(p.mean, 2))
                   : (apart ? say("answer-pair-apart", decimal(p.mean, 2), say("figure-" + worst)) : say("answer-pair-open", decimal(p.mean, 2)));
    if (oldest > kStale) {
        a.because.push_back(say("answer-visits-old", decimal(oldest, 0)));
        a.next.push_back({AnswerStep::Do::Check, say("step-check-both")});
    }
    if (!match && !worst.empty()) {
        a.next.push_back(mending(worst));
    }
    if (match) {
        a.next.push_back({AnswerStep::Do::Look, say(f.technology != g.technology ? "step-look-backlights" : "step-look-rested")});
    }
    return a;
}

Counsel meter(const AskedAbout &about)
{
    Counsel a;
    const std::string serial = about.visits.empty() ? std::string() : about.visits.front().instrument.serial;
    const auto mine = std::find_if(about.instruments.begin(), about.instruments.end(), [&](const KnownInstrument &i) { return i.serial == serial; });
    if (serial.empty() || mine == about.instruments.end()) {
        a.open = true;
        a.said = say("answer-meter-unknown");
        a.next = {{AnswerStep::Do::Instruments, say("step-instruments")}};
        return a;
    }
    const auto aged =
        std::find_if(about.ageing.instruments.begin(), about.ageing.instruments.end(), [&](const InstrumentAgeing &i) { return i.serial == serial; });
    const auto beside = byTwoInstruments(about, serial);
    using State = InstrumentAgeing::State;
    const State state = aged == about.ageing.instruments.end() ? State::Undecided : aged->state;
    if (state != State::Undecided || aged != about.ageing.instruments.end()) {
        a.because.push_back(say("answer-meter-drifts", decimal(aged->luminancePercentPerYear, 2), decimal(aged->luminanceK2, 2)));
    }
    if (beside) {
        a.because.push_back(say("answer-meter-beside", beside->second, decimal(beside->first.luminancePercent, 1),
                                decimal(beside->first.luminanceK2, 1), decimal(beside->first.white, 2), decimal(beside->first.whiteK2, 1)));
    }
    constexpr double kCertified = 3 * 365.25; // days: newer ones are compared or sent in every two or three years (common practice)
    const bool old = mine->certified && daysBetween(*mine->certified, about.now) > kCertified;
    a.because.push_back(!mine->certified ? say("answer-never-certified")
                                         : say(old ? "answer-certificate-old" : "answer-certified", Day{*mine->certified}));
    if (state == State::Ageing || (beside && !beside->first.agree)) {
        a.said = say(state == State::Ageing ? "answer-meter-worn" : "answer-meter-disagrees", mine->name);
        a.next = {{AnswerStep::Do::Instruments, say("step-certify")}};
    } else if (state == State::Steady || (beside && beside->first.agree)) {
        a.said = say(old ? "answer-meter-good-but-old" : "answer-meter-good", mine->name);
        a.next = {{AnswerStep::Do::Ageing, say("step-ageing")}};
    } else {
        a.open = true;
        a.said = say("answer-meter-open", mine->name);
    }
    if (!beside && about.instruments.size() > 1) {
        a.next.push_back({AnswerStep::Do::MeasureColours, say("step-measure-with-both")});
    } else if (a.next.empty()) {
        a.next = {{AnswerStep::Do::Instruments, say("step-certify")}};
    }
    return a;
}

Counsel mode(const AskedAbout &about)
{
    Counsel a;
    const KnownDocument *modes = newest(about, "modes");
    if (modes == nullptr) {
        a.open = true;
        a.said = say("answer-modes-unread");
        a.next = {{AnswerStep::Do::MeasureModes, say("step-measure-modes")}};
        return a;
    }
    std::vector<ComparedFile> files;
    for (const KnownDocument &d : about.measured) {
        // The newest of the modes, and of each mode's uniformity.
        const bool wanted = &d == modes || d.kind == "uniformity";
        const auto file = wanted ? comparedFile(about.name, d.json, about.space) : Result<ComparedFile>(Error{});
        const bool had = file && std::any_of(files.begin(), files.end(), [&](const ComparedFile &f) {
                             return f.kind == file->kind && f.mode == file->mode && f.kind == "uniformity";
                         });
        if (file && !had) {
            files.push_back(file.value());
        }
    }
    const Comparison c = compared(files);
    a.title = say("answer-mode-means");
    for (size_t i = 0; i < c.candidates.size(); ++i) {
        const Candidate &one = c.candidates[i];
        if (std::isfinite(one.mean)) {
            a.figures.push_back({verbatim(one.name), one.mean, one.meanK2 > 0 ? std::optional(one.meanK2) : std::nullopt});
        }
        a.because.push_back(say("answer-mode-line", one.name, decimal(one.mean, 2), decimal(one.max, 2), c.choice.lines[i].why));
    }
    const auto which = c.choice.chosen ? c.choice.chosen : c.choice.toCalibrate;
    a.open = !which;
    if (c.choice.toCalibrate) {
        a.said = say("answer-calibrate-in", c.candidates[*which].name, Day{modes->finished});
        a.because.insert(a.because.begin(), c.choice.reason);
    } else {
        a.said = which ? say("answer-use-mode", c.candidates[*which].name, Day{modes->finished}, c.choice.reason) : c.choice.reason;
    }
    const bool uniform = std::any_of(c.candidates.begin(), c.candidates.end(), [](const Candidate &k) { return k.uniformity.has_value(); });
    if (which) {
        const std::string &name = c.candidates[*which].name;
        a.next.push_back({AnswerStep::Do::FullVisit, say("step-visit-in-mode", name), {}, name});
    }
    if (!uniform && c.candidates.size() > 1) {
        a.next.push_back({AnswerStep::Do::MeasureUniformity, say("step-measure-uniformity")});
    }
    return a;
}

} // namespace lamp::answers
