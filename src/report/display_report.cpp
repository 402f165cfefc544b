// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/display_report.h"

#include "base/text.h"
#include "report/evidence_plots.h"
#include "report/visit_plots.h"
#include "report/years_plots.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr size_t kVisits = 15; // lines of the table; the charts have all

Message cell(const std::optional<double> &v, int places)
{
    return v && std::isfinite(*v) ? say("number-alone", decimal(*v, places)) : verbatim("–");
}

std::vector<Message> visitLine(const HistoryEntry &e)
{
    const bool event = e.task.empty() && !e.event.empty();
    return {say("day-alone", Day{e.at}),
            event            ? wordSaid(e.event)
            : e.task.empty() ? verbatim("–")
                             : say("task-" + e.task),
            cell(e.luminance, 1),
            cell(e.grayMean, 2),
            cell(e.mean, 2),
            cell(e.max, 2),
            cell(e.black, 3),
            cell(e.coverageSrgb, 1)};
}

/// Percent a year of what a figure is now.
Message rateSaid(const char *code, const AgedFigure &f)
{
    return say(code, decimal(f.now, 0), decimal(100 * f.perYear / f.now, 1), decimal(100 * f.perYearK2 / f.now, 1));
}

void addAgeing(std::vector<Message> &said, const DisplayAgeing &a)
{
    const auto known = [](const std::optional<AgedFigure> &f) { return f && f->readings > 2 && f->now > 0; }; // else it is only what is usual
    if (known(a.maxLuminance)) {
        said.push_back(rateSaid("display-most-ages", *a.maxLuminance));
    } else if (known(a.luminance)) {
        said.push_back(rateSaid("display-luminance-ages", *a.luminance));
    }
    if (a.end) {
        said.push_back(a.end->p05 && a.end->p95
                           ? say("display-ends-between", Day{a.end->median}, Day{*a.end->p05}, Day{*a.end->p95}, wordSaid(a.end->because))
                           : say("display-ends", Day{a.end->median}, wordSaid(a.end->because)));
    } else {
        said.push_back(a.unforeseen ? say("display-end-untold", *a.unforeseen) : say("display-does-not-end"));
    }
}

void addLast(BesideReport &r, const VisitRecord &last)
{
    r.said.push_back(say("display-last-visit", say("task-" + taskName(last.plan.task)), Day{last.finished},
                         say("verdict-" + verdictName(last.verdict)),
                         say(last.scope() == Scope::Instrument ? "certificate-by-instrument" : "certificate-by-observer")));
    r.said.insert(r.said.end(), last.reasons.begin(), last.reasons.end());
    if (!last.verification.colours.empty()) {
        r.said.push_back(say("evidence-colours", say("count-colours", last.verification.colours.size()), decimal(last.verification.mean, 2),
                             decimal(last.doubt.mean.instrument, 2), decimal(last.doubt.mean.absolute, 2), decimal(last.verification.max, 2),
                             metricUnit(last.verification.metric)));
    }
    std::vector<Message> menu;
    for (const auto &[name, value] : last.controls) {
        menu.push_back(say("control-is", say("control-named", name), decimal(value, 0)));
    }
    if (!menu.empty()) {
        r.foot.push_back(say("display-menu-left", listed(std::move(menu))));
    }
    r.foot.push_back(say("display-instrument", modelAndSerial(last.instrument.model, last.instrument.serial),
                         last.correction.empty() ? say("no-correction") : say("correction-of", last.correction),
                         last.instrument.lastCertified.empty() ? say("never-certified-known") : verbatim(last.instrument.lastCertified)));
}

} // namespace

BesideReport displayReport(const DisplayEvidence &e)
{
    BesideReport r;
    r.title = say("display-stands", e.name);
    r.under = {verbatim(modelAndSerial(e.model, e.serial)), e.room.empty() ? say("no-room") : verbatim(e.room), say("day-alone", Day{e.on})};
    if (e.due) {
        const Due due = dueOf(*e.due, e.on);
        r.said.push_back(due.due ? say("display-due-on", dueStateSaid(due.state), Day{*due.due}, dueReasonSaid(due.state, due.why))
                                 : say("display-due-never", dueStateSaid(due.state)));
    }
    if (e.last) {
        addLast(r, *e.last);
    } else {
        r.said.push_back(say("display-never-visited"));
    }
    if (e.ageing) {
        addAgeing(r.said, *e.ageing);
    }
    if (!e.entries.empty()) {
        r.table = {{say("column-day"), say("column-task"), say("column-white-luminance"), say("column-grays"), say("column-mean"),
                    say("column-largest"), say("column-black"), say("column-srgb")}};
        for (auto it = e.entries.rbegin(); it != e.entries.rend() && r.table.size() <= kVisits; ++it) {
            r.table.push_back(visitLine(*it));
        }
        if (e.entries.size() > kVisits) {
            r.foot.push_back(say("display-more-lines", say("count-lines", e.entries.size() - kVisits)));
        }
        r.plots = yearsEvidence(e.entries, e.on, e.last ? std::optional(e.last->plan.tolerance.mean) : std::nullopt, e.ageing ? &*e.ageing : nullptr);
    }
    if (e.last && e.last->calibrated.white.b > 0) {
        r.plots.push_back(whiteAboutTargetPlot(*e.last));
    }
    r.foot.push_back(say("display-no-certificate"));
    return r;
}

} // namespace lamp
