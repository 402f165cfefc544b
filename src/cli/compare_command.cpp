// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/beside_visits.h"
#include "cli/output.h"
#include "cli/painting.h"
#include "survey/comparison.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

namespace fs = std::filesystem;

/// A file of results, or the one in a folder of them.
fs::path resultsIn(const std::string &given)
{
    std::error_code none;
    const fs::path path = given;
    if (!fs::is_directory(path, none)) {
        return path;
    }
    return fs::exists(path / "measurement.json", none) ? path / "measurement.json" : path / "visit.json";
}

Result<std::vector<ComparedFile>> filesOf(const CompareOptions &o)
{
    if (!rgbSpace(o.space)) {
        return Error{ErrorKind::Input, say("cannot-be-compared", say("survey-no-space", o.space)), say("nothing-started"), {}, "option", false};
    }
    std::vector<ComparedFile> files;
    for (const std::string &given : o.files) {
        const auto text = readFile(resultsIn(given));
        auto file = text ? comparedFile(given, text.value(), o.space) : Result<ComparedFile>(text.error());
        if (!file) {
            return naming(given, file.error());
        }
        files.push_back(std::move(file).value());
    }
    return files;
}

nlohmann::json finite(double v)
{
    return std::isfinite(v) ? nlohmann::json(v) : nlohmann::json(nullptr);
}

nlohmann::json json(const Comparison &c)
{
    nlohmann::json all = nlohmann::json::array();
    for (size_t i = 0; i < c.candidates.size(); ++i) {
        const Candidate &one = c.candidates[i];
        const Choice::Line &line = c.choice.lines[i];
        all.push_back({{"name", one.name},
                       {"mean", finite(one.mean)},
                       {"max", finite(one.max)},
                       {"mean_k2", one.meanK2 > 0 ? finite(one.meanK2) : nlohmann::json(nullptr)},
                       {"uniformity", one.uniformity ? finite(*one.uniformity) : nlohmann::json(nullptr)},
                       {"coverage_percent", one.gamut ? finite(*one.gamut) : nlohmann::json(nullptr)},
                       {"discarded", line.discarded},
                       {"equal_to_best", line.equal},
                       {"why", plainEnglish(line.why)}});
    }
    return {{"candidates", all},
            {"recommended", c.choice.chosen ? nlohmann::json(c.candidates[*c.choice.chosen].name) : nlohmann::json(nullptr)},
            {"to_calibrate", c.choice.toCalibrate ? nlohmann::json(c.candidates[*c.choice.toCalibrate].name) : nlohmann::json(nullptr)},
            {"reason", plainEnglish(c.choice.reason)},
            {"same_tests", c.sameTests}};
}

void tell(const Comparison &c, const std::string &space)
{
    const auto figure = [](const std::optional<double> &v, int places) {
        return decimal(v.value_or(std::numeric_limits<double>::quiet_NaN()), places);
    };
    for (size_t i = 0; i < c.candidates.size(); ++i) {
        const Candidate &one = c.candidates[i];
        std::cout << said(say("compared-line", one.name, decimal(one.mean, 2), decimal(one.max, 2), figure(one.uniformity, 2), figure(one.gamut, 0),
                              space, c.choice.lines[i].why))
                  << "\n";
    }
    if (!c.sameTests) {
        std::cout << said(say("compared-own-colours")) << "\n";
    }
    std::cout << said(c.choice.reason) << "\n";
}

int compareInstruments(const std::vector<ComparedFile> &files, const CompareOptions &o)
{
    if (files.size() != 2 || !files[0].record || !files[1].record) {
        return report({ErrorKind::Input, say("cannot-be-compared", say("two-measurements-needed")), say("nothing-started"), {}, "compare", false},
                      o.json);
    }
    if (!o.report.empty()) {
        return report({ErrorKind::Input, say("cannot-be-compared", say("no-report-of-instruments")), say("nothing-started"), {}, "compare", false},
                      o.json);
    }
    const auto d = instrumentDifference(*files[0].record, *files[1].record);
    if (!d) {
        return report(d.error(), o.json);
    }
    if (!o.correction.empty()) {
        if (!d->correction) {
            return report(
                {ErrorKind::Input, say("cannot-be-compared", say("no-correction-from-these")), say("nothing-started"), {}, "compare", false}, o.json);
        }
        if (const Status s = writeFile(fs::path(o.correction), correctionToJson(*d->correction)); !s) {
            report(s.error(), o.json);
            return kNotWritten;
        }
    }
    if (o.json) {
        printJson({{"first", files[0].instrument},
                   {"second", files[1].instrument},
                   {"luminance_percent", finite(d->luminancePercent)},
                   {"luminance_k2", finite(d->luminanceK2)},
                   {"white_delta_e_00", finite(d->white)},
                   {"white_k2", finite(d->whiteK2)},
                   {"mean", finite(d->mean)},
                   {"max", finite(d->max)},
                   {"colours", d->colours},
                   {"within_doubt", d->withinDoubt},
                   {"agree", d->agree}});
    } else {
        std::cout << said(say("instruments-differ", files[1].instrument, decimal(d->luminancePercent, 2), files[0].instrument,
                              decimal(d->luminanceK2, 1), decimal(d->white, 2), decimal(d->whiteK2, 1), decimal(d->mean, 2), decimal(d->max, 2)))
                  << "\n"
                  << said(agreementSaid(*d)) << "\n";
        if (!o.correction.empty()) {
            std::cout << said(say("correction-written", files[1].instrument, files[0].instrument, o.correction)) << "\n";
        }
    }
    return d->agree ? kDone : kNotWithin;
}

} // namespace

int compareResults(const CompareOptions &o)
{
    const auto files = filesOf(o);
    if (!files) {
        return report(files.error(), o.json);
    }
    if (o.instruments) {
        return compareInstruments(files.value(), o);
    }
    ChoiceRule rule;
    rule.limit = o.limit;
    rule.equal = o.equal;
    if (const Status s = canBeCompared(files.value()); !s) {
        return report(s.error(), o.json);
    }
    const Comparison c = compared(files.value(), rule);
    if (o.json) {
        printJson(json(c));
    } else {
        tell(c, o.space);
    }
    const int exit = c.choice.chosen ? kDone : kNotWithin;
    if (o.report.empty()) {
        return exit;
    }
    const PaintingWithoutScreen painting(true);
    return BesideVisits::writeReport(o.report, comparisonReport(c, rule, o.space, now()), exit);
}

} // namespace lamp::cli
