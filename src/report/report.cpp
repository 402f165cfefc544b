// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/report.h"

#include "report/html.h"

#include "colour/cct.h"
#include "plot/render.h"
#include "report/visit_plots.h"
#include "words/words.h"

#include <QFontDatabase>
#include <QGuiApplication>
#include <QImage>
#include <QPageLayout>
#include <QTextDocument>

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

struct Picture {
    plot::Plot (*plot)(const VisitRecord &);
    const char *name;
    int width, height;
};
constexpr std::array<Picture, 4> kPictures{
    {{coloursPlot, "colours", 676, 128}, {grayPlot, "gray", 334, 138}, {tonePlot, "tone", 334, 138}, {gamutPlot, "gamut", 480, 172}}};

/// They make room for a letterhead, so that all of it stays on its page.
std::array<Picture, 4> picturesBelow(const QString &head)
{
    std::array<Picture, 4> all = kPictures;
    if (!head.isEmpty()) {
        constexpr int kLess = 12;
        for (Picture &p : all) {
            p.height -= kLess;
        }
    }
    return all;
}

QImage picture(const Picture &which, const VisitRecord &record, int scale)
{
    QImage image(which.width * scale, which.height * scale, QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.scale(scale, scale);
    QFont font = QGuiApplication::font();
    font.setPixelSize(10);
    painter.setFont(font);
    plot::draw(painter, QRectF(0, 0, which.width, which.height), which.plot(record), {});
    return image;
}

QString row(const Message &name, const Message &value, const Message &target = {})
{
    return QStringLiteral("<tr><td>%1&nbsp;</td><td>%2&nbsp;&nbsp;</td><td>%3</td></tr>").arg(escaped(name), escaped(value), escaped(target));
}

QString figures(const VisitRecord &r)
{
    const Primaries &c = r.calibrated;
    const auto wanted = r.plan.target.luminance.value();
    const Chromaticity white = chromaticity(c.white), target = r.targetWhite();
    QString t = QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"0\">");
    t += row(say("white"), say("white-figures", decimal(white.x, 4), decimal(white.y, 4), temperatureSaid(white)),
             say("white-target", decimal(target.x, 4), decimal(target.y, 4), decimal(whiteDifference(c.white, target), 2)));
    t += row(say("luminance"), say("luminance-of", decimal(c.white.b, 1)), wanted ? say("target-luminance", decimal(*wanted, 0)) : Message{});
    Message contrast = say("below-instrument");
    if (const auto known = r.contrast()) {
        contrast = say(known->atLeast ? "contrast-at-least" : "contrast-of", decimal(known->value, 0));
    }
    if (const auto seen = r.inRoom()) {
        contrast = say("contrast-in-room", contrast, decimal(seen->contrast, 0));
    }
    const bool unseen = r.contrast() && r.contrast()->atLeast;
    t += row(say("row-black"), unseen ? say("luminance-below", decimal(r.instrument.floorCdM2, 3)) : say("luminance-of", decimal(c.black.b, 3)),
             contrast);
    t += row(say("row-grays"), say("gray-figures", decimal(r.gray.mean, 2), decimal(r.gray.max, 2)),
             say("gray-gamma", decimal(r.gray.gammaMean, 2), r.plan.target.tone.named()));
    return t + QStringLiteral("</table>");
}

/// What a person wrote, under what the program says.
QString noted(const std::string &note)
{
    return note.empty() ? QString() : QStringLiteral("<br/><i>%1</i>").arg(escaped(note).replace('\n', QStringLiteral("<br/>")));
}

QString worksheet(const VisitRecord &r)
{
    QString t = QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"0\">");
    for (const auto &[stage, l] : r.lines) {
        if (l.state == LineState::Pending) {
            continue;
        }
        const QString when = l.at == WallTime{} ? QString() : escaped(clockTime(l.at));
        t += QStringLiteral("<tr><td style=\"white-space:nowrap\">%1&nbsp;&nbsp;</td><td>%2</td><td>&nbsp;&nbsp;%3&nbsp;</td><td>%4</td></tr>")
                 .arg(escaped(titled(stage, r.plan.task)), escaped(l.summary) + noted(l.note), when, shippedText(l.by).toHtmlEscaped());
    }
    return t + QStringLiteral("</table>");
}

QString listOf(const std::vector<Message> &lines)
{
    QString t = QStringLiteral("<ul>");
    for (const Message &l : lines) {
        t += QStringLiteral("<li>%1</li>").arg(escaped(l));
    }
    return t + QStringLiteral("</ul>");
}

Message verdictHeading(const VisitRecord &r)
{
    const bool profile = r.plan.task == Task::Profile;
    switch (r.verdict) {
    case Verdict::Pass: return say(profile ? "verdict-heading-profile-pass" : "verdict-heading-pass");
    case Verdict::Fail: return say(profile ? "verdict-heading-profile-fail" : "verdict-heading-fail");
    case Verdict::Undecided: return say("verdict-heading-undecided");
    }
    return {};
}

QString heading(const char *code)
{
    return QStringLiteral("<p style=\"margin:7px 0 1px 0\"><b>%1</b></p>").arg(escaped(say(code)));
}

/// The figures that decide, by both scopes: first the one that the verdict is given by.
QString verdictTable(const VisitRecord &r)
{
    if (r.checks.empty()) {
        return {};
    }
    const bool seen = r.checks.front().scope == Scope::Instrument;
    const std::string instrument = r.instrument.model.empty() ? r.instrument.kind : r.instrument.model;
    const Message bySeen = say("column-seen-by", instrument), byAll = say("column-standard-observer");
    QString t =
        QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"1\"><tr><td></td><td align=\"right\">%1</td><td align=\"right\">%2</td>"
                       "<td>&nbsp;&nbsp;%3</td><td align=\"right\">%4</td></tr>")
            .arg(escaped(seen ? bySeen : byAll), escaped(say("column-limit")), escaped(say("column-limit-verdict")),
                 escaped(seen ? say("column-observer-at-most") : bySeen));
    for (const Check &c : r.checks) {
        constexpr int places = 2;
        const double other = seen ? c.value + c.k2.absolute : c.k2.instrument;
        const QString beside = !std::isfinite(other)
                                   ? QStringLiteral("–")
                                   : (seen ? QString() : QStringLiteral("± ")) + escaped(say("number-alone", decimal(other, places)));
        const char *verdict = c.verdict == Verdict::Pass ? "verdict-pass" : (c.verdict == Verdict::Fail ? "verdict-fail" : "verdict-undecided");
        t += QStringLiteral("<tr><td>%1, %2</td><td align=\"right\"><b>%3</b> ± %4</td><td align=\"right\">%5</td><td>&nbsp;&nbsp;%6</td><td "
                            "align=\"right\">%7</td></tr>")
                 .arg(escaped(say(c.code)), escaped(verbatim(c.unit)), escaped(say("number-alone", decimal(c.value, places))),
                      escaped(say("number-alone", decimal(c.uncertainty(), places))), escaped(say("number-alone", decimal(c.limit, 1))),
                      c.verdict == Verdict::Pass ? escaped(say(verdict)) : "<b>" + escaped(say(verdict)) + "</b>", beside);
    }
    return t + QStringLiteral("</table>");
}

/// Reasons beside the figures of the table.
std::vector<Message> otherReasons(const VisitRecord &r)
{
    const std::string instrument = r.instrument.model;
    std::vector<Message> other;
    for (const Message &m : r.reasons) {
        const bool tabled = std::any_of(r.checks.begin(), r.checks.end(), [&](const Check &c) { return c.sentence(instrument) == m; });
        if (!tabled) {
            other.push_back(m);
        }
    }
    return other;
}

/// \param head HTML that stands above all \param source gives the address of a picture by its name
template <typename F> QString body(const VisitRecord &r, const QString &head, F source)
{
    const auto pictures = picturesBelow(head);
    QString t =
        head
        + QStringLiteral(
              "<table width=\"100%\" cellspacing=\"0\" cellpadding=\"0\"><tr><td><h1>%1</h1></td><td align=\"right\">%2<br/>%3</td></tr></table>"
              "<p style=\"margin:0 0 6px 0\"><b>%4</b></p>")
              .arg(escaped(verdictHeading(r)),
                   escaped(r.started == WallTime{} ? named(r.plan.task) : say("report-of", Day{r.started}, named(r.plan.task))),
                   escaped(say("report-tolerance", shippedNamed(r.plan.tolerance.name), shippedNamed(r.plan.target.name))),
                   escaped(modelAndSerial(r.display.model, r.display.serial)));
    t += verdictTable(r);
    if (const auto other = otherReasons(r); !other.empty()) {
        t += listOf(other);
    }
    if (!r.warnings.empty()) {
        t += heading("heading-warnings") + listOf(r.warnings);
    }
    t += heading("heading-figures") + figures(r);
    const auto image = [&](const Picture &p) {
        return QStringLiteral("<p style=\"margin:2px 0\"><b>%1</b><br><img src=\"%2\" width=\"%3\" height=\"%4\" alt=\"%1\"></p>")
            .arg(QString::fromStdString(p.plot(r).title), source(p), QString::number(p.width), QString::number(p.height));
    };
    t += image(pictures[0]);
    t += QStringLiteral("<table cellspacing=\"0\" cellpadding=\"0\"><tr><td>%1</td><td>%2</td></tr></table>")
             .arg(image(pictures[1]), image(pictures[2]));
    t += image(pictures[3]);
    t += heading("heading-worksheet") + worksheet(r);
    const Message settings = menuSaid(r.controls);
    const Message foot = sentences({say("menu-as-left", settings.empty() ? say("no-controls") : settings),
                                    say("report-instrument", r.instrument.model + " " + r.instrument.serial,
                                        r.correction.empty() ? say("no-correction") : say("correction-of", r.correction)),
                                    say("report-readings", say("count-readings", r.readings.size()), lasting(r.benchSeconds)),
                                    say("report-profile", r.profileName())});
    return t + QStringLiteral("<p>%1</p>").arg(escaped(foot));
}

const QString kStyle =
    QStringLiteral("body{font-family:'B612',sans-serif;font-size:8pt;color:#141414;background:#fff}"
                   "h1{font-size:15pt;margin:0} h2{font-size:10pt;margin:5px 0 1px 0} td{vertical-align:top} p{margin:3px 0} ul{margin:2px 0}");

} // namespace

void loadFonts()
{
    for (const char *face : {"B612-Regular", "B612-Bold"}) {
        QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.otf").arg(face));
    }
    QGuiApplication::setFont(QFont(QStringLiteral("B612"), 10));
}

std::string reportHtml(const VisitRecord &record, const Letterhead &head)
{
    const QString content =
        body(record, letterheadHtml(head, pictureAddress(markOf(head, 2))), [&](const Picture &p) { return pictureAddress(picture(p, record, 2)); });
    return QStringLiteral(
               "<!DOCTYPE html><html lang=\"%4\"><head><meta charset=\"utf-8\"><title>%1</title><style>%2 body{max-width:720px;margin:2em auto}"
               "</style></head><body>%3</body></html>\n")
        .arg(escaped(record.profileName()), kStyle, content, Language::tag())
        .toStdString();
}

void fillReport(QTextDocument &document, const VisitRecord &record, const Letterhead &head)
{
    document.setDefaultFont(QGuiApplication::font());
    document.setDefaultStyleSheet(kStyle);
    for (const Picture &p : picturesBelow(letterheadHtml(head, {}))) {
        document.addResource(QTextDocument::ImageResource, QUrl(QStringLiteral("chart:%1").arg(p.name)), picture(p, record, 3));
    }
    document.setHtml(QStringLiteral("<body>%1</body>").arg(body(record, letterheadHtml(head, pictureAddress(markOf(head, 3))), [](const Picture &p) {
        return QStringLiteral("chart:%1").arg(p.name);
    })));
}

Bytes reportPdf(const VisitRecord &record, const Letterhead &head)
{
    QTextDocument document;
    fillReport(document, record, head);
    return printed(document, record.profileName(), QPageLayout::Portrait);
}

} // namespace lamp
