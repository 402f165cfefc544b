// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/look_controls.h"

#include "app/before_after/look_view.h"
#include "app/parts/background.h"
#include "app/parts/words.h"
#include "base/file.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace lamp::app {

namespace {

constexpr QSize kShown{1080, 720};         ///< pixels of a picture that is looked at in the window
constexpr size_t kMostProfile = 64U << 20; ///< bytes; printers' profiles are some megabytes

} // namespace

LookControls::LookControls(LookView &view, QWidget *parent)
    : QWidget(parent), m_view(view), m_background(new Background(this)), m_print(new QPushButton(tr("As a print…"))),
      m_paper(new QCheckBox(tr("Paper white"))), m_warn(new QCheckBox(tr("Mark what cannot be printed"))), m_said(new QLabel)
{
    auto *own = new QPushButton(tr("Open a picture…"));
    auto *buttons = new QHBoxLayout;
    for (QWidget *w : std::initializer_list<QWidget *>{own, m_print, m_paper, m_warn}) {
        buttons->addWidget(w);
    }
    buttons->addStretch(1);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addLayout(buttons);
    layout->addWidget(m_said);
    auto *keys = new QLabel(
        tr("B switches, S shows both, N the next picture, a click magnifies, L brings a loupe, G gray to rest the eyes on before judging."));
    keys->setWordWrap(true);
    layout->addWidget(keys);
    m_said->setWordWrap(true);
    m_said->setTextFormat(Qt::PlainText); // names from files
    m_said->hide();
    m_print->setToolTip(tr("Choose the ICC profile of a printer and paper; the picture is shown as they would print it."));
    m_paper->setEnabled(false);
    m_warn->setEnabled(false);
    connect(own, &QPushButton::clicked, this, [this] { openPicture(QFileDialog::getOpenFileName(this, tr("A picture"), {}, pictureFilter())); });
    connect(m_print, &QPushButton::clicked, this, [this] {
        if (m_view.proof()) {
            m_view.setProof({});
            m_print->setText(tr("As a print…"));
            m_paper->setEnabled(false);
            m_warn->setEnabled(false);
        } else {
            openPrint(QFileDialog::getOpenFileName(this, tr("The profile of a printer"), {}, tr("ICC profiles (*.icc *.icm)")));
        }
    });
    connect(m_paper, &QCheckBox::toggled, this, &LookControls::proofAgain);
    connect(m_warn, &QCheckBox::toggled, this, &LookControls::proofAgain);
    connect(&view, &LookView::proofRefused, this, [this](const QString &why) {
        m_print->setText(tr("As a print…"));
        m_paper->setEnabled(false);
        m_warn->setEnabled(false);
        m_said->setText(why);
        m_said->show();
    });
}

void LookControls::openPicture(const QString &file)
{
    if (file.isEmpty()) {
        return;
    }
    m_background->start(
        {}, [file] { return readPicture(file, kShown); },
        [this](Result<LookedAt> picture) {
            m_said->setText(picture ? QString() : text(picture.error().paragraph()));
            m_said->setVisible(!picture);
            if (picture) {
                m_view.setPicture(std::move(picture).value());
            }
        });
}

void LookControls::openPrint(const QString &file)
{
    if (file.isEmpty()) {
        return;
    }
    auto bytes = readBytes(std::filesystem::path(file.toStdString()), kMostProfile);
    m_said->setText(bytes ? QString() : text(bytes.error().paragraph()));
    m_said->setVisible(!bytes);
    if (bytes) {
        m_print->setText(tr("No longer as a print"));
        m_paper->setEnabled(true);
        m_warn->setEnabled(true);
        m_view.setProof(LookView::Proof{std::move(bytes).value(), m_paper->isChecked(), m_warn->isChecked()});
    }
}

void LookControls::proofAgain()
{
    if (auto proof = m_view.proof()) {
        proof->paperWhite = m_paper->isChecked();
        proof->warn = m_warn->isChecked();
        m_view.setProof(std::move(proof));
    }
}

QString LookControls::said() const
{
    return m_said->isVisibleTo(this) ? m_said->text() : QString();
}

} // namespace lamp::app
