// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/round_sheet.h"

#include "report/html.h"
#include "visit/worklist.h"

#include <QGuiApplication>
#include <QTextDocument>

namespace lamp {

namespace {

QString sheetBody(const StudioRound &r)
{
    const auto cell = [](const QString &words) { return QStringLiteral("<td>%1</td>").arg(words); };
    QString html = QStringLiteral("<h1>%1</h1><p>%2</p><table><tr>")
                       .arg(escaped(say("round-title", Day{r.problem.start})),
                            escaped(say("round-summary", roundClock(r.problem, r.plan.makespan), decimal(r.plan.makespan, 0),
                                        decimal(r.plan.lowerBound, 0), decimal(r.plan.walking, 0))));
    for (const char *code : {"column-when", "column-what", "column-kind", "column-room", "column-done"}) {
        html += QStringLiteral("<th>%1</th>").arg(escaped(say(code)));
    }
    html += QStringLiteral("</tr>");
    for (const RoundStep &s : r.plan.steps) {
        const bool visit = s.what == RoundStep::What::Visit;
        const RoundProblem::Stop *stop = s.stop >= 0 ? &r.problem.stops[size_t(s.stop)] : nullptr;
        html += QStringLiteral("<tr>") + cell(escaped(roundClock(r.problem, s.from))) + cell(escaped(roundStepSaid(r.problem, s)))
                + cell(visit ? escaped(named(r.tasks[size_t(s.stop)])) : QString())
                + cell(stop != nullptr ? escaped(r.problem.rooms[stop->room]) : QString()) + cell(visit ? QStringLiteral("☐") : QString())
                + QStringLiteral("</tr>");
    }
    html += QStringLiteral("</table>");
    if (!r.left.empty()) {
        std::string names;
        for (const std::string &name : r.left) {
            names += (names.empty() ? "" : ", ") + name;
        }
        html += QStringLiteral("<p>%1</p>").arg(escaped(say("round-left", names)));
    }
    return html;
}

} // namespace

std::string roundSheetHtml(const StudioRound &round)
{
    return htmlPage(say("round-title", Day{round.problem.start}), sheetBody(round));
}

Bytes roundSheetPdf(const StudioRound &round)
{
    return tablesOnPages(say("round-title", Day{round.problem.start}), sheetBody(round), QPageLayout::Portrait);
}

} // namespace lamp
