// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_runner.h"

#include "report/certificate.h"

#include <QWidget>

class QTextBrowser;

namespace lamp::app {

class Background;
class Banner;
class DueBook;

/// The report of a visit as it will be printed; saved as PDF or printed from here.
class ReportPage : public QWidget {
    Q_OBJECT

public:
    ReportPage(Background &background, Banner &banner, QWidget *parent = nullptr);
    /// \param facts for its certificate, and when it is due
    void show(const RecordPtr &record, CertificateFacts facts = {});
    /// When it is due was worked out further.
    void setDue(std::optional<WallTime> due) { m_facts.due = due; }

Q_SIGNALS:
    void backWanted();

private:
    void save();
    void saveCard();
    void saveCertificate();
    void print();
    Background &m_background;
    Banner &m_banner;
    QTextBrowser *m_text;
    RecordPtr m_record;
    CertificateFacts m_facts;
};

/// Who a visit's certificate is of: its own display by who it is, never another one of its model; room and next visit where the studio knows them.
CertificateFacts certificateFacts(Store &store, const DueBook &due, const VisitRecord &record);

/// A file name without what file systems or people stumble over.
QString plainFileName(QString name);

} // namespace lamp::app
