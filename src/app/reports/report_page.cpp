// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/report_page.h"

#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/studio/due_book.h"
#include "base/file.h"
#include "report/report.h"
#include "report/settings_card.h"
#include "store/identity.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>
#include <QTextBrowser>
#include <QTextDocument>
#include <QVBoxLayout>

namespace lamp::app {

ReportPage::ReportPage(Background &background, Banner &banner, QWidget *parent)
    : QWidget(parent), m_background(background), m_banner(banner), m_text(new QTextBrowser)
{
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    auto *buttons = new QHBoxLayout;
    auto *back = new QPushButton(tr("Back to the worksheet (R)")), *toFile = new QPushButton(tr("Save as PDF…")),
         *toPrinter = new QPushButton(tr("Print…")), *card = new QPushButton(tr("Settings card…")),
         *certificate = new QPushButton(tr("Certificate…"));
    certificate->setToolTip(tr("One page to sign: target, what was found by both scopes, instrument, room."));
    card->setToolTip(tr("A small page to stick on the display: what its menu was left at."));
    for (QPushButton *b : {back, toFile, toPrinter, certificate, card}) {
        buttons->addWidget(b);
    }
    buttons->addStretch(1);
    layout->addLayout(buttons);
    // Paper is white in every surround.
    m_text->setStyleSheet(QStringLiteral("background:rgb(255,255,255);color:rgb(20,20,20)"));
    constexpr int kPage = 750; // the printed width with a margin; no page is wider than what it says
    m_text->setMaximumWidth(kPage);
    m_text->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *page = new QHBoxLayout;
    page->addStretch(1);
    page->addWidget(m_text, 1000);
    page->addStretch(1);
    layout->addLayout(page, 1);
    connect(back, &QPushButton::clicked, this, &ReportPage::backWanted);
    connect(toFile, &QPushButton::clicked, this, &ReportPage::save);
    connect(card, &QPushButton::clicked, this, &ReportPage::saveCard);
    connect(certificate, &QPushButton::clicked, this, &ReportPage::saveCertificate);
    connect(toPrinter, &QPushButton::clicked, this, &ReportPage::print);
}

void ReportPage::show(const RecordPtr &record, CertificateFacts facts)
{
    m_record = record;
    m_facts = std::move(facts);
    constexpr double kMargin = 26;
    fillReport(*m_text->document(), *record, m_facts.head);
    m_text->document()->setDocumentMargin(kMargin);
    m_text->moveCursor(QTextCursor::Start);
}

void ReportPage::save()
{
    const QString file = QFileDialog::getSaveFileName(this, tr("Save the report"),
                                                      plainFileName(text(m_record->profileName())) + QStringLiteral(".pdf"), tr("PDF (*.pdf)"));
    if (!file.isEmpty()) {
        m_background.carryOut(
            tr("Making the report…"),
            [file, record = m_record, head = m_facts.head] { return writeFile(std::filesystem::path(file.toStdString()), reportPdf(*record, head)); },
            [this, file](const Status &s) {
                if (m_banner.did(s)) {
                    m_banner.say(tr("The report is in %1.").arg(file));
                }
            });
    }
}

void ReportPage::saveCard()
{
    const QString file = QFileDialog::getSaveFileName(
        this, tr("Save the settings card"),
        plainFileName(text(modelAndSerial(m_record->display.model, m_record->display.serial))) + tr("-settings.pdf"), tr("PDF (*.pdf)"));
    if (file.isEmpty()) {
        return;
    }
    if (m_banner.did(writeFile(std::filesystem::path(file.toStdString()), settingsCardPdf(*m_record, m_facts.due)))) {
        m_banner.say(tr("The settings card is in %1.").arg(file));
    }
}

void ReportPage::saveCertificate()
{
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save the certificate"),
                                     plainFileName(text(modelAndSerial(m_record->display.model, m_record->display.serial))) + tr("-certificate.pdf"),
                                     tr("PDF (*.pdf)") + QStringLiteral(";;") + tr("Page for a browser (*.html)"));
    if (file.isEmpty()) {
        return;
    }
    const std::filesystem::path path = file.toStdString();
    const bool page = file.endsWith(QStringLiteral(".html"), Qt::CaseInsensitive);
    if (m_banner.did(page ? writeFile(path, certificateHtml(*m_record, m_facts)) : writeFile(path, certificatePdf(*m_record, m_facts)))) {
        m_banner.say(tr("The certificate is in %1.").arg(file));
    }
}

void ReportPage::print()
{
    QPrinter printer;
    if (QPrintDialog dialog(&printer, this); dialog.exec() == QDialog::Accepted) {
        QTextDocument document; // the one that is seen has a margin of its own, paper has its printer's
        fillReport(document, *m_record, m_facts.head);
        document.print(&printer);
    }
}

namespace {

/// When the display is due again after a visit, by what is known today; nothing where another visit came after it, or where it is out of tolerance.
std::optional<WallTime> dueSince(const DueQuestion &question, const VisitRecord &record, WallTime on)
{
    if (question.lastVisit && *question.lastVisit > record.finished) {
        return {};
    }
    const std::optional<Verdict> verdict = record.checks.empty() ? std::nullopt : std::optional(record.verdict);
    const Due due = question.lastVisit == record.finished ? dueOf(question, on) : dueAfterVisit(question, verdict, record.finished);
    return due.state == "out" ? std::nullopt : due.due;
}

} // namespace

CertificateFacts certificateFacts(Store &store, const DueBook &due, const VisitRecord &record)
{
    CertificateFacts facts{store.pictures().letterhead(), {}, {}, {}};
    const auto entry = store.visits().entry(text(record.id));
    const auto display = entry ? store.studio().display(entry->displayId) : displayNamed(store, namedDisplay(record.displayKey, record.display));
    if (display) {
        facts.display = display->name.toStdString();
        for (const Room &r : store.studio().rooms()) {
            facts.room = r.id == display->roomId ? r.name.toStdString() : facts.room;
        }
        facts.due = dueSince(due.question(display->id), record, due.on());
    }
    return facts;
}

QString plainFileName(QString name)
{
    for (QChar &c : name) {
        if (!c.isLetterOrNumber() && c != '-' && c != '.') {
            c = '-';
        }
    }
    return name;
}

} // namespace lamp::app
