// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/report_button.h"

#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "store/store.h"

#include <QFileDialog>

namespace lamp::app {

ReportButton::ReportButton(Banner &banner, std::function<Store *()> store, QWidget *parent)
    : QPushButton(tr("Repor&t…"), parent), m_banner(banner), m_store(std::move(store))
{
    setEnabled(false);
    setToolTip(tr("What this page shows, as PDF or HTML"));
    connect(this, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getSaveFileName(this, tr("The report"), m_name + QStringLiteral(".pdf"), tr("Reports (*.pdf *.html)"));
        if (!file.isEmpty()) {
            write(file);
        }
    });
}

void ReportButton::setReport(std::function<Result<BesideReport>()> report, const QString &name)
{
    m_report = std::move(report);
    m_name = name;
    setEnabled(bool(m_report));
}

void ReportButton::write(const QString &file)
{
    if (!m_report) {
        return;
    }
    Store *store = m_store ? m_store() : nullptr;
    const auto report = m_report();
    if (!report) {
        m_banner.say(report.error());
        return;
    }
    const auto kept = keepBesideReport(file.toStdString(), report.value(), store != nullptr ? store->pictures().letterhead() : Letterhead{});
    if (!kept) {
        m_banner.say(kept.error());
    } else if (kept->problem) {
        m_banner.say(*kept->problem); // says where it was rescued
    } else {
        m_banner.say(tr("The report is %1.").arg(file));
    }
}

} // namespace lamp::app
