// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/beside_report.h"

#include "base/text.h"
#include "plot/render.h"
#include "report/diagnosis_plot.h"
#include "report/html.h"
#include "report/survey_plots.h"

#include <QGuiApplication>
#include <QTextDocument>
#include <QUrl>

#include <cmath>

namespace lamp {

namespace {

const QString kBesideStyle =
    QStringLiteral("body{font-family:'B612',sans-serif;font-size:9pt;color:#141414;background:#fff} h1{font-size:16pt;margin:4px 0 2px 0}"
                   " td,th{vertical-align:top;padding:1px 8px 1px 0} th{text-align:left} p{margin:3px 0}");
constexpr QSize kPlotSize{680, 260};

/// "12.3"; a dash for what is not known.
Message figureCell(double v, int places)
{
    return std::isfinite(v) ? say("number-alone", decimal(v, places)) : verbatim("–");
}

QString tableHtml(const std::vector<std::vector<Message>> &rows)
{
    QString all;
    for (size_t i = 0; i < rows.size(); ++i) {
        all += QStringLiteral("<tr>");
        for (const Message &cell : rows[i]) {
            const QString words = escaped(cell);
            const bool number = i > 0 && &cell != &rows[i].front() && !words.isEmpty() && words.front().isDigit();
            all += i == 0 ? QStringLiteral("<th>%1</th>").arg(words)
                          : QStringLiteral("<td%1>%2</td>").arg(number ? QStringLiteral(" align=\"right\"") : QString(), words);
        }
        all += QStringLiteral("</tr>");
    }
    return all.isEmpty() ? all : QStringLiteral("<table cellspacing=\"0\" style=\"margin-top:8px;margin-bottom:6px\">%1</table>").arg(all);
}

QString besideBody(const BesideReport &r, const QString &letterhead, const std::function<QString(size_t)> &plotAddress)
{
    QString t = letterhead + QStringLiteral("<h1>%1</h1><p>%2</p>").arg(escaped(r.title), escaped(clauses(r.under)));
    for (const Message &m : r.said) {
        t += QStringLiteral("<p style=\"font-size:10pt\">%1</p>").arg(escaped(m));
    }
    t += tableHtml(r.table);
    for (size_t i = 0; i < r.plots.size(); ++i) {
        t += QStringLiteral("<p><img src=\"%1\" width=\"%2\"></p>").arg(plotAddress(i)).arg(kPlotSize.width());
    }
    for (const Message &m : r.foot) {
        t += QStringLiteral("<p style=\"color:#555555\">%1</p>").arg(escaped(m));
    }
    return t;
}

const char *titleOf(SurveyKind kind)
{
    switch (kind) {
    case SurveyKind::Gray: return "beside-gray";
    case SurveyKind::Saturation: return "beside-saturation";
    case SurveyKind::Colours: return "beside-colours";
    case SurveyKind::Uniformity: return "beside-uniform";
    case SurveyKind::Contrast: return "beside-contrast";
    case SurveyKind::Stability: return "beside-stability";
    case SurveyKind::Hdr: return "beside-hdr";
    case SurveyKind::Angles: return "beside-angles";
    case SurveyKind::Modes: return "beside-modes";
    case SurveyKind::Room: return "beside-room";
    }
    return "beside-gray";
}

/// Of which display, when, with which instrument, how many readings.
std::vector<Message> meansOf(const DisplayInfo &display, const InstrumentInfo &instrument, const std::string &correction, WallTime finished,
                             size_t readings, double seconds)
{
    return {say("beside-display", modelAndSerial(display.model, display.serial)), say("day-alone", Day{finished}),
            say("certificate-instrument-is", modelAndSerial(instrument.model, instrument.serial),
                correction.empty() ? say("no-correction") : say("correction-of", correction)),
            say("report-readings", say("count-readings", readings), lasting(seconds))};
}

/// The panel place by place; the window has a map of them.
std::vector<std::vector<Message>> placesTable(const Uniformity &u)
{
    std::vector<std::vector<Message>> rows{{say("beside-across"), say("beside-down"), say("beside-luminance-off"), say("beside-uv-off"),
                                            say("beside-white-off"), say("beside-gray-off")}};
    for (const UniformityPlace &p : u.places) {
        rows.push_back({figureCell(100 * p.at[0], 0), figureCell(100 * p.at[1], 0), figureCell(p.luminancePercent, 1), figureCell(p.uv, 4),
                        figureCell(p.white, 2), figureCell(p.gray, 2)});
    }
    return rows;
}

} // namespace

BesideReport diagnosisReport(const Examination &e)
{
    BesideReport r;
    r.title = say("beside-diagnosis");
    r.under = meansOf(e.display, e.instrument, e.correction, e.finished, e.readings.size(), e.benchSeconds);
    r.said = examinationSaid(e);
    r.table = {{say("beside-cause"), say("beside-probability"), say("beside-strength")}};
    constexpr double kWorthTelling = 0.01;
    for (const Ranking::Entry &c : e.ranking.causes) {
        if (c.probability >= kWorthTelling) {
            r.table.push_back({say("cause-" + c.code), figureCell(100 * c.probability, 0), c.detail});
        }
    }
    r.table.push_back({say("beside-healthy"), figureCell(100 * e.ranking.healthy, 0), Message{}});
    r.table.push_back({say("beside-unexplained"), figureCell(100 * e.ranking.unexplained, 0), Message{}});
    r.plots = {diagnosisPlot(e)};
    r.foot = e.warnings;
    r.foot.push_back(say("beside-no-certificate"));
    return r;
}

BesideReport measurementReport(const SurveyRecord &record)
{
    BesideReport r;
    const SurveyResults results = surveyResults(record);
    r.title = say(titleOf(record.plan.kind));
    r.under = meansOf(record.display, record.instrument, record.correction, record.finished, record.readings.size(), record.benchSeconds);
    r.said = surveySaid(record, results);
    if (!record.complete) {
        r.said.insert(r.said.begin(), say("beside-cut-off"));
    }
    r.plots = surveyPlots(record, results);
    if (results.uniformity) {
        r.table = placesTable(*results.uniformity);
    }
    r.foot = record.warnings;
    return r;
}

BesideReport comparisonReport(const Comparison &c, const ChoiceRule &rule, const std::string &space, WallTime now)
{
    BesideReport r;
    r.title = say("beside-comparison");
    r.under = {say("day-alone", Day{now})};
    r.said = {c.choice.reason};
    if (!c.sameTests) {
        r.said.push_back(say("compared-own-colours"));
    }
    r.table = {
        {say("beside-what"), say("beside-mean"), say("beside-largest"), say("beside-uniformity"), say("beside-shows", space), say("beside-why")}};
    const double none = std::numeric_limits<double>::quiet_NaN();
    for (size_t i = 0; i < c.candidates.size(); ++i) {
        const Candidate &one = c.candidates[i];
        r.table.push_back({verbatim(one.name),
                           one.meanK2 > 0 ? say("plus-or-minus", decimal(one.mean, 2), decimal(one.meanK2, 2)) : figureCell(one.mean, 2),
                           figureCell(one.max, 2), figureCell(one.uniformity.value_or(none), 2), figureCell(one.gamut.value_or(none), 0),
                           i < c.choice.lines.size() ? c.choice.lines[i].why : Message{}});
    }
    r.foot = {say("beside-rule", decimal(rule.limit, 1), decimal(rule.equal, 2), decimal(rule.uniformity, 2)), say("beside-colours-differ")};
    return r;
}

std::string besideReportHtml(const BesideReport &report, const Letterhead &head)
{
    const QString body = besideBody(report, letterheadHtml(head, pictureAddress(markOf(head, 2))),
                                    [&](size_t i) { return pictureAddress(plot::imageOf(report.plots[i], kPlotSize, 2)); });
    return QStringLiteral("<!DOCTYPE html><html lang=\"%1\"><head><meta charset=\"utf-8\"><title>%2</title><style>%3 body{max-width:720px;margin:2em "
                          "auto}</style></head><body>%4</body></html>\n")
        .arg(Language::tag(), escaped(report.title), kBesideStyle, body)
        .toStdString();
}

Bytes besideReportPdf(const BesideReport &report, const Letterhead &head)
{
    QTextDocument document;
    document.setDefaultFont(QGuiApplication::font());
    document.setDefaultStyleSheet(kBesideStyle);
    const auto address = [](size_t i) { return QStringLiteral("chart:%1").arg(i); };
    for (size_t i = 0; i < report.plots.size(); ++i) {
        document.addResource(QTextDocument::ImageResource, QUrl(address(i)), plot::imageOf(report.plots[i], kPlotSize, 3));
    }
    document.setHtml(QStringLiteral("<body>%1</body>").arg(besideBody(report, letterheadHtml(head, pictureAddress(markOf(head, 3))), address)));
    return printed(document, said(report.title), QPageLayout::Portrait);
}

Result<KeptResults> keepBesideReport(const std::filesystem::path &file, const BesideReport &report, const Letterhead &head)
{
    return lower(file.extension().string()) == ".html" ? keepFile(file, besideReportHtml(report, head))
                                                       : keepFile(file, besideReportPdf(report, head));
}

} // namespace lamp
