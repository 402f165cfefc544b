// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/report.h"

#include "colour/cct.h"
#include "plot/render.h"
#include "report/visit_plots.h"

#include <QBuffer>
#include <QFontDatabase>
#include <QGuiApplication>
#include <QImage>
#include <QPageLayout>
#include <QPdfWriter>
#include <QTextDocument>

namespace lamp {

namespace {

struct Picture {
    plot::Plot (*plot)(const VisitRecord &);
    const char *name;
    int width, height;
};
constexpr std::array<Picture, 4> kPictures{
    {{coloursPlot, "colours", 620, 190}, {grayPlot, "gray", 305, 170}, {tonePlot, "tone", 305, 170}, {gamutPlot, "gamut", 470, 230}}};

QString escaped(const std::string &text)
{
    return QString::fromStdString(shown(text)).toHtmlEscaped();
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

QString row(const QString &name, const QString &value, const QString &target = {})
{
    return QStringLiteral("<tr><td>%1&nbsp;</td><td>%2&nbsp;&nbsp;</td><td>%3</td></tr>").arg(name, value, target);
}

QString number(double v, int decimals)
{
    return QString::fromStdString(fixed(v, decimals));
}

QString figures(const VisitRecord &r)
{
    const Primaries &c = r.calibrated;
    const auto wanted = r.plan.target.luminance.value();
    const Chromaticity white = chromaticity(c.white), target = r.targetWhite();
    QString t = QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"2\">");
    t += row("White",
             QStringLiteral("x %1, y %2; %3 K").arg(number(white.x, 4), number(white.y, 4), number(c.white.b > 0 ? cctOf(white).kelvin : 0, 0)),
             QStringLiteral("target x %1, y %2; ΔE00 %3").arg(number(target.x, 4), number(target.y, 4), number(whiteDifference(c.white, target), 2)));
    t += row("Luminance", QStringLiteral("%1 cd/m²").arg(number(c.white.b, 1)),
             wanted ? QStringLiteral("target %1 cd/m²").arg(number(*wanted, 0)) : QString());
    t += row("Black", QStringLiteral("%1 cd/m²").arg(number(c.black.b, 3)),
             c.black.b > 0 ? QStringLiteral("contrast %1 : 1").arg(number(c.white.b / c.black.b, 0))
                           : QStringLiteral("below what the instrument can read"));
    t += row("Grays", QStringLiteral("ΔE00 mean %1, largest %2").arg(number(r.gray.mean, 2), number(r.gray.max, 2)),
             QStringLiteral("mean gamma %1; target %2").arg(number(r.gray.gammaMean, 2), escaped(r.plan.target.tone.name())));
    const Verification &v = r.verification;
    t += row("Colours",
             QStringLiteral("ΔE00 mean %1 ± %2, 95 % below %3, largest %4")
                 .arg(number(v.mean, 2), number(2 * v.meanUncertainty, 2), number(v.p95, 2), number(v.max, 2)),
             QStringLiteral("tolerance %1: mean %2, largest %3")
                 .arg(escaped(r.plan.tolerance.name), number(r.plan.tolerance.mean, 1), number(r.plan.tolerance.max, 1)));
    return t + QStringLiteral("</table>");
}

QString worksheet(const VisitRecord &r)
{
    QString t = QStringLiteral("<table width=\"100%\" cellspacing=\"0\" cellpadding=\"2\">");
    for (int i = 0; i < kStages; ++i) {
        const StageLine &l = r.lines[size_t(i)];
        if (l.state == LineState::Pending) {
            continue;
        }
        const QString when = l.at == WallTime{} ? QString() : escaped(clockTime(l.at));
        t += QStringLiteral("<tr><td>%1</td><td>%2</td><td>%3</td><td>%4</td></tr>")
                 .arg(escaped(stageTitle(Stage(i))), escaped(l.summary), when, escaped(l.by));
    }
    return t + QStringLiteral("</table>");
}

QString listOf(const std::vector<std::string> &lines)
{
    QString t = QStringLiteral("<ul>");
    for (const std::string &l : lines) {
        t += QStringLiteral("<li>%1</li>").arg(escaped(l));
    }
    return t + QStringLiteral("</ul>");
}

QString verdictHeading(Verdict v)
{
    switch (v) {
    case Verdict::Pass: return QStringLiteral("Within tolerance");
    case Verdict::Fail: return QStringLiteral("Out of tolerance");
    case Verdict::Undecided: return QStringLiteral("Undecided");
    }
    return {};
}

/// \param source gives the address of a picture by its name
template <typename F> QString body(const VisitRecord &r, F source)
{
    QString t = QStringLiteral("<h1>%1</h1><p>%2 · %3 · serial %4</p>")
                    .arg(verdictHeading(r.verdict) + ": " + escaped(r.display.model), escaped(longDate(r.started)),
                         escaped(taskName(r.plan.task) + " visit"), escaped(r.display.serial.empty() ? "unknown" : r.display.serial));
    t += listOf(r.reasons);
    if (!r.warnings.empty()) {
        t += QStringLiteral("<h2>Mind</h2>") + listOf(r.warnings);
    }
    t += QStringLiteral("<h2>Figures</h2>") + figures(r);
    const auto image = [&](const Picture &p) {
        return QStringLiteral("<p><b>%1</b><br><img src=\"%2\" width=\"%3\" height=\"%4\" alt=\"%1\"></p>")
            .arg(QString::fromStdString(p.plot(r).title), source(p), QString::number(p.width), QString::number(p.height));
    };
    t += image(kPictures[0]);
    t += QStringLiteral("<table><tr><td>%1</td><td>%2</td></tr></table>").arg(image(kPictures[1]), image(kPictures[2]));
    t += QStringLiteral("<h2>Worksheet</h2>") + worksheet(r);
    t += image(kPictures[3]);
    const QString settings = escaped(menuText(r.controls));
    t += QStringLiteral("<p>Menu as left: %1. Instrument: %2 %3, %4. %5 readings in %6. Profile: %7</p>")
             .arg(settings.isEmpty() ? QStringLiteral("no controls") : settings, escaped(r.instrument.model), escaped(r.instrument.serial),
                  r.correction.empty() ? QStringLiteral("no correction") : "correction " + escaped(r.correction), QString::number(r.readings.size()),
                  escaped(spanText(r.benchSeconds)), escaped(r.profileName()));
    return t;
}

const QString kStyle = QStringLiteral("body{font-family:'B612',sans-serif;font-size:9pt;color:#141414;background:#fff}"
                                      "h1{font-size:16pt;margin:0} h2{font-size:11pt;margin-bottom:2px} td{vertical-align:top} p{margin:4px 0}");

} // namespace

void loadFonts()
{
    for (const char *face : {"B612-Regular", "B612-Bold"}) {
        QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/%1.otf").arg(face));
    }
    QGuiApplication::setFont(QFont(QStringLiteral("B612"), 10));
}

std::string reportHtml(const VisitRecord &record)
{
    const QString content = body(record, [&](const Picture &p) {
        QByteArray png;
        QBuffer buffer(&png);
        buffer.open(QIODevice::WriteOnly);
        picture(p, record, 2).save(&buffer, "PNG");
        return "data:image/png;base64," + QString::fromLatin1(png.toBase64());
    });
    return QStringLiteral(
               "<!DOCTYPE html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>%1</title><style>%2 body{max-width:720px;margin:2em auto}"
               "</style></head><body>%3</body></html>\n")
        .arg(escaped(record.profileName()), kStyle, content)
        .toStdString();
}

void fillReport(QTextDocument &document, const VisitRecord &record)
{
    document.setDefaultFont(QGuiApplication::font());
    document.setDefaultStyleSheet(kStyle);
    for (const Picture &p : kPictures) {
        document.addResource(QTextDocument::ImageResource, QUrl(QStringLiteral("chart:%1").arg(p.name)), picture(p, record, 3));
    }
    document.setHtml(QStringLiteral("<body>%1</body>").arg(body(record, [](const Picture &p) { return QStringLiteral("chart:%1").arg(p.name); })));
}

Bytes reportPdf(const VisitRecord &record)
{
    QByteArray pdf;
    QBuffer buffer(&pdf);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter writer(&buffer);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setPageMargins(QMarginsF(14, 12, 14, 12), QPageLayout::Millimeter);
    writer.setResolution(96);
    writer.setTitle(QString::fromStdString(record.profileName()));
    writer.setCreator(QStringLiteral("Dutiful Lamp"));
    QTextDocument document;
    fillReport(document, record);
    document.print(&writer);
    buffer.close();
    return {pdf.begin(), pdf.end()};
}

} // namespace lamp
