// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/certificate.h"

#include "fleet/history.h"
#include "report/html.h"
#include "visit/session.h"
#include "visit/verdict.h"

#include <QGuiApplication>
#include <QTextDocument>

#include <cmath>

namespace lamp {

namespace {

QString certificateRow(const Message &name, const QString &value)
{
    return QStringLiteral("<tr><td width=\"28%\">%1</td><td>%2</td></tr>").arg(escaped(name), value);
}

QString certificateSection(const char *code)
{
    return QStringLiteral("<p style=\"margin:12px 0 2px 0;font-size:11pt\"><b>%1</b></p>").arg(escaped(say(code)));
}

QString certificateTable(const QString &rows)
{
    return QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"2\">%1</table>").arg(rows);
}

Message certifiedVerdict(Verdict v)
{
    return say(v == Verdict::Pass ? "verdict-pass" : (v == Verdict::Fail ? "verdict-fail" : "verdict-undecided"));
}

/// A figure's uncertainty, and what it comes to by that scope; what is not known is a dash and no verdict.
QString certifiedByScope(const Check &c, Scope scope)
{
    const double k2 = c.k2.by(scope);
    if (!std::isfinite(k2)) {
        return QStringLiteral("<td align=\"right\">–</td><td>&nbsp;&nbsp;–</td>");
    }
    const Verdict v = check(c.code, c.value, c.limit, c.k2, scope, c.unit).verdict;
    return QStringLiteral("<td align=\"right\">± %1</td><td>&nbsp;&nbsp;%2</td>")
        .arg(escaped(say("number-alone", decimal(k2, 2))), escaped(certifiedVerdict(v)));
}

QString certifiedFigures(const VisitRecord &r)
{
    QString rows = QStringLiteral("<tr><td></td><td align=\"right\">%1</td><td align=\"right\">%2</td><td align=\"right\" colspan=\"2\">%3</td>"
                                  "<td align=\"right\" colspan=\"2\">%4</td></tr>")
                       .arg(escaped(say("column-measured")), escaped(say("column-limit")),
                            escaped(say("column-seen-by", r.instrument.model.empty() ? r.instrument.kind : r.instrument.model)),
                            escaped(say("column-standard-observer")));
    for (const Check &c : r.checks) {
        rows +=
            QStringLiteral("<tr><td>%1, %2</td><td align=\"right\"><b>%3</b></td><td align=\"right\">%4</td>%5%6</tr>")
                .arg(escaped(say(c.code)), escaped(verbatim(c.unit)), escaped(say("number-alone", decimal(c.value, 2))),
                     escaped(say("number-alone", decimal(c.limit, 1))), certifiedByScope(c, Scope::Instrument), certifiedByScope(c, Scope::Absolute));
    }
    return certificateTable(rows);
}

QString certifiedTargets(const VisitRecord &r)
{
    const Target &t = r.plan.target;
    const Chromaticity white = r.targetWhite();
    QString rows = certificateRow(say("certificate-target"), escaped(shippedNamed(t.name)));
    rows += certificateRow(say("white"), escaped(say("certificate-white", t.white.named(), decimal(white.x, 4), decimal(white.y, 4))));
    rows += certificateRow(say("luminance"), escaped(t.luminance.named()));
    rows += certificateRow(say("certificate-tone"), escaped(t.tone.named()));
    rows += certificateRow(say("row-black"), escaped(t.black.native ? say("certificate-own") : say("luminance-of", decimal(t.black.cdM2, 3))));
    rows += certificateRow(say("certificate-gamut"), t.gamut.empty() ? escaped(say("certificate-own")) : escaped(t.gamut));
    rows += certificateRow(say("certificate-tolerance"),
                           escaped(say("certificate-tolerance-by", shippedNamed(r.plan.tolerance.name),
                                       say(r.scope() == Scope::Instrument ? "certificate-by-instrument" : "certificate-by-observer"))));
    return certificateTable(rows);
}

QString certifiedStanding(const VisitRecord &r)
{
    const XYZ &white = r.calibrated.white;
    QString rows = certificateRow(say("white"), escaped(whiteSaid(white)));
    if (const auto contrast = r.contrast()) {
        rows +=
            certificateRow(say("certificate-contrast"),
                           escaped(say(contrast->atLeast ? "certificate-contrast-least" : "certificate-contrast-of", decimal(contrast->value, 0))));
    }
    if (!r.verification.colours.empty()) {
        const double most = mostColoursWithin(r.verification);
        rows += certificateRow(say("certificate-colours"),
                               escaped(std::isfinite(most)
                                           ? say("certificate-colours-within", say("count-colours", r.verification.colours.size()), decimal(most, 1))
                                           : say("count-colours", r.verification.colours.size())));
    }
    if (const SpaceCoverage *srgb = coverageOf(r.gamut, "sRGB"); srgb != nullptr && std::isfinite(srgb->coverage)) {
        const SpaceCoverage *adobe = coverageOf(r.gamut, "Adobe RGB (1998)");
        rows +=
            certificateRow(say("certificate-gamut"), escaped(adobe != nullptr && std::isfinite(adobe->coverage)
                                                                 ? say("certificate-shows", decimal(srgb->coverage, 1), decimal(adobe->coverage, 1))
                                                                 : say("legend-shows", decimal(srgb->coverage, 1), "sRGB")));
    }
    const Message menu = menuSaid(r.controls);
    const std::string mode = r.plan.mode.empty() ? r.display.mode : r.plan.mode;
    if (!mode.empty()) {
        rows += certificateRow(say("settings-mode"), escaped(mode));
    }
    rows += certificateRow(say("settings-menu"), escaped(menu.empty() ? say("no-controls") : menu));
    return certificateTable(rows);
}

QString certifiedMeans(const VisitRecord &r)
{
    const Accuracy a = r.accuracy();
    const auto certified = timeOf(r.instrument.lastCertified);
    QString rows = certificateRow(say("certificate-instrument"),
                                  escaped(say("certificate-instrument-is", modelAndSerial(r.instrument.model, r.instrument.serial),
                                              r.correction.empty() ? say("no-correction") : say("correction-of", r.correction))));
    rows +=
        certificateRow(say("certificate-last-certified"), escaped(!certified ? say("certificate-not-certified") : say("day-alone", Day{*certified})));
    rows += certificateRow(say("certificate-accuracy"), escaped(say("certificate-accuracy-is", decimal(2 * a.xy, 4), decimal(200 * a.luminance, 1))));
    rows += certificateRow(say("certificate-readings"),
                           escaped(say("report-readings", say("count-readings", r.readings.size()), lasting(r.benchSeconds))));
    rows += certificateRow(say("certificate-room"),
                           escaped(r.roomLux ? say("certificate-room-lux", decimal(*r.roomLux, 0)) : say("certificate-room-not-read")));
    return certificateTable(rows);
}

QString signatureLines(const VisitRecord &r)
{
    const auto line = [](const Message &what, const QString &value) {
        return QStringLiteral("<td width=\"46%\">%1<br/><br/>%2<br/>____________________________________</td>").arg(escaped(what), value);
    };
    return QStringLiteral(
               "<table width=\"100%\" cellspacing=\"0\" cellpadding=\"2\" style=\"margin-top:16px\"><tr>%1<td width=\"8%\"></td>%2</tr></table>")
        .arg(line(say("certificate-measured-by"), escaped(shippedNamed(r.plan.by))), line(say("certificate-accepted-by"), QString()));
}

QString certificateBody(const VisitRecord &r, const CertificateFacts &facts, int scale)
{
    const char *verdict = r.verdict == Verdict::Pass ? "certificate-passes" : (r.verdict == Verdict::Fail ? "certificate-fails" : "certificate-open");
    const std::string model = modelAndSerial(r.display.model, r.display.serial);
    QString t = letterheadHtml(facts.head, pictureAddress(markOf(facts.head, scale)));
    t += QStringLiteral("<h1>%1</h1><p style=\"font-size:11pt\"><b>%2</b></p><p>%3</p><p style=\"margin:8px 0;font-size:10pt\"><b>%4</b></p>")
             .arg(escaped(say("certificate-heading")), escaped(facts.display.empty() ? model : facts.display + " (" + model + ")"),
                  escaped(clauses({facts.room.empty() ? Message{} : say("certificate-stands-in", facts.room),
                                   say("certificate-of", Day{r.finished}, named(r.plan.task))})),
                  escaped(say(verdict)));
    t += certificateSection("certificate-section-figures") + certifiedFigures(r);
    for (const Message &uncovered : notJudged(r)) {
        t += QStringLiteral("<p>%1</p>").arg(escaped(uncovered));
    }
    t += certificateSection("certificate-section-targets") + certifiedTargets(r);
    t += certificateSection("certificate-section-standing") + certifiedStanding(r);
    t += certificateSection("certificate-section-means") + certifiedMeans(r);
    if (facts.due) {
        t += QStringLiteral("<p style=\"margin-top:10px\">%1</p>").arg(escaped(say("certificate-due", Day{*facts.due})));
    }
    t += QStringLiteral("<p>%1</p>").arg(escaped(say("certificate-holds")));
    t += signatureLines(r);
    return t + QStringLiteral("<p style=\"color:#555555\">%1</p>").arg(escaped(say("certificate-number", r.id.empty() ? r.profileName() : r.id)));
}

const QString kCertificateStyle =
    QStringLiteral("body{font-family:'B612',sans-serif;font-size:9pt;color:#141414;background:#fff} h1{font-size:17pt;margin:6px 0 4px 0}"
                   " td{vertical-align:top} p{margin:3px 0}");

} // namespace

std::string certificateHtml(const VisitRecord &record, const CertificateFacts &facts)
{
    return QStringLiteral("<!DOCTYPE html><html lang=\"%4\"><head><meta charset=\"utf-8\"><title>%1</title><style>%2 body{max-width:720px;margin:2em "
                          "auto}</style></head><body>%3</body></html>\n")
        .arg(escaped(say("certificate-heading")), kCertificateStyle, certificateBody(record, facts, 2), Language::tag())
        .toStdString();
}

Bytes certificatePdf(const VisitRecord &record, const CertificateFacts &facts)
{
    QTextDocument document;
    document.setDefaultFont(QGuiApplication::font());
    document.setDefaultStyleSheet(kCertificateStyle);
    document.setHtml(QStringLiteral("<body>%1</body>").arg(certificateBody(record, facts, 3)));
    return printed(document, said(say("certificate-heading")), QPageLayout::Portrait);
}

} // namespace lamp
