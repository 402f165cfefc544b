// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/edit_letterhead.h"

#include "app/parts/words.h"
#include "app/studio/photographs.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace lamp::app {

EditLetterhead::EditLetterhead(Store &store, QWidget *parent)
    : QDialog(parent), m_store(store), m_name(new QLineEdit), m_picture(new QLabel), m_problem(new QLabel), m_none(new QPushButton(tr("&No mark")))
{
    setWindowTitle(tr("The studio's name and mark"));
    const Letterhead before = store.pictures().letterhead();
    m_mark = QByteArray(reinterpret_cast<const char *>(before.mark.data()), qsizetype(before.mark.size()));
    m_name->setText(text(before.name));
    auto *form = new QFormLayout(this);
    m_name->setMinimumWidth(300);
    m_name->setMaxLength(120);
    form->addRow(tr("&Name"), m_name);
    // Paper is white.
    m_picture->setFixedSize(300, 72);
    m_picture->setAlignment(Qt::AlignCenter);
    m_picture->setStyleSheet(QStringLiteral("background:rgb(255,255,255);color:rgb(20,20,20)"));
    auto *choose = new QPushButton(tr("&Choose a picture…"));
    auto *buttons = new QHBoxLayout;
    buttons->addWidget(choose);
    buttons->addWidget(m_none);
    buttons->addStretch(1);
    form->addRow(tr("Mark"), m_picture);
    form->addRow(QString(), buttons);
    m_problem->setWordWrap(true);
    m_problem->hide();
    form->addRow(m_problem);
    auto *why = new QLabel(tr("Both stand above reports that are made from now on."));
    why->setWordWrap(true);
    form->addRow(why);
    auto *ends = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    form->addRow(ends);
    connect(choose, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("The studio's mark"), {}, tr("Pictures (*.png *.svg *.jpg *.jpeg *.tif *.tiff)"));
        if (!file.isEmpty()) {
            takeMark(file);
        }
    });
    connect(m_none, &QPushButton::clicked, this, [this] {
        m_mark.clear();
        showMark();
    });
    connect(ends, &QDialogButtonBox::accepted, this, &EditLetterhead::accept);
    connect(ends, &QDialogButtonBox::rejected, this, &QDialog::reject);
    showMark();
}

void EditLetterhead::takeMark(const QString &file)
{
    constexpr int kMost = 900; // pixels: three for each on the page
    auto mark = pictureToKeep(file, kMost, "PNG");
    m_problem->setVisible(!mark);
    m_problem->setText(mark ? QString() : text(mark.error().paragraph()));
    if (mark) {
        m_mark = std::move(mark).value();
        showMark();
    }
}

void EditLetterhead::showMark()
{
    const QImage mark = QImage::fromData(m_mark);
    if (mark.isNull()) {
        m_picture->setPixmap({});
        m_picture->setText(tr("none"));
    } else {
        m_picture->setPixmap(QPixmap::fromImage(mark.scaled(m_picture->size() - QSize(12, 12), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
    }
    m_none->setEnabled(!m_mark.isEmpty());
}

void EditLetterhead::accept()
{
    if (const Status s = m_store.pictures().setLetterhead({m_name->text().trimmed().toStdString(), {m_mark.begin(), m_mark.end()}}, wallNow()); !s) {
        m_problem->setText(text(s.error().paragraph()));
        m_problem->show();
        return;
    }
    QDialog::accept();
}

} // namespace lamp::app
