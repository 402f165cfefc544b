// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/settings_card.h"

#include "report/html.h"
#include "visit/session.h"

#include <QGuiApplication>
#include <QTextDocument>

namespace lamp {

namespace {

QString line(const Message &name, const QString &value, bool large = false)
{
    return QStringLiteral("<tr><td valign=\"bottom\">%1&nbsp;&nbsp;</td><td%3>%2</td></tr>")
        .arg(escaped(name), value, large ? QStringLiteral(" style=\"font-size:16px;font-weight:bold\"") : QString());
}

QString content(const VisitRecord &r, std::optional<WallTime> due)
{
    QString t =
        QStringLiteral("<p style=\"font-size:17px;font-weight:bold;margin:0\">%1</p><p style=\"margin:0 0 6px 0\">%2</p><table cellspacing=\"0\" "
                       "cellpadding=\"2\">")
            .arg(escaped(modelAndSerial(r.display.model, r.display.serial)), escaped(say("settings-card")));
    const std::string mode = r.plan.mode.empty() ? r.display.mode : r.plan.mode;
    if (!mode.empty()) {
        t += line(say("settings-mode"), escaped(mode), true);
    }
    // In the menu's own order.
    for (const Control &c : r.display.controls) {
        if (const auto left = r.controls.find(c.name); left != r.controls.end()) {
            t += line(controlNamed(c.name), escaped(say("number-alone", decimal(left->second, 0))), true);
        }
    }
    if (r.controls.empty()) {
        t += line(say("settings-menu"), escaped(say("settings-menu-not-known")));
    }
    t += line(say("settings-target"), escaped(shippedNamed(r.plan.target.name)));
    const XYZ &white = r.calibrated.white;
    if (white.b > 0) {
        t += line(say("settings-white"), escaped(whiteSaid(white)));
    }
    t += line(say("settings-set-on"), escaped(say("settings-day-by", Day{r.finished}, shippedNamed(r.plan.by))));
    if (due) {
        t += line(say("settings-due"), escaped(say("day-alone", Day{*due})));
    }
    return t + QStringLiteral("</table><p style=\"margin:6px 0 0 0\">%1</p>").arg(escaped(say("settings-leave-alone")));
}

} // namespace

std::string settingsCardHtml(const VisitRecord &record, std::optional<WallTime> due)
{
    return content(record, due).toStdString();
}

Bytes settingsCardPdf(const VisitRecord &record, std::optional<WallTime> due)
{
    QTextDocument document;
    document.setDefaultFont(QGuiApplication::font());
    document.setHtml(content(record, due));
    return printed(document, modelAndSerial(record.display.model, record.display.serial), QPageLayout::Landscape, QPageSize::A6);
}

} // namespace lamp
