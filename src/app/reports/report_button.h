// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/beside_report.h"

#include <QPushButton>

#include <functional>

namespace lamp {
class Store;
}

namespace lamp::app {

class Banner;

/// Writes what a page shows as a report, PDF or HTML, where the person says. Off while there is nothing to report.
class ReportButton : public QPushButton {
    Q_OBJECT

public:
    /// \param store whose name and mark stand on it; may give null
    ReportButton(Banner &banner, std::function<Store *()> store, QWidget *parent = nullptr);
    /// What it would write; made when it is asked for, or why it cannot be. An empty function: nothing. \param name of the file, without its ending
    void setReport(std::function<Result<BesideReport>()> report, const QString &name);
    /// Writes it. Says where it is, or why it is not.
    void write(const QString &file);

private:
    Banner &m_banner;
    std::function<Store *()> m_store;
    std::function<Result<BesideReport>()> m_report;
    QString m_name;
};

} // namespace lamp::app
