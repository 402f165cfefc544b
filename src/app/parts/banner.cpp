// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/banner.h"

#include "app/parts/words.h"

#include <QFontDatabase>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

Banner::Banner(QWidget *parent) : QFrame(parent), m_text(new QLabel), m_line(new QLabel), m_yes(new QPushButton), m_no(new QPushButton)
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QHBoxLayout(this);
    auto *lines = new QVBoxLayout;
    for (QLabel *label : {m_text, m_line}) {
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        lines->addWidget(label);
    }
    QFont fixedFace = QFontDatabase::systemFont(QFontDatabase::FixedFont);
    fixedFace.setStyleHint(QFont::Monospace);
    fixedFace.setPixelSize(fontInfo().pixelSize());
    m_line->setFont(fixedFace);
    m_line->hide();
    layout->addLayout(lines, 1);
    layout->addWidget(m_yes);
    layout->addWidget(m_no);
    hide();
    const auto act = [this](std::function<void()> &what) {
        hide();
        if (what) {
            const auto once = what; // it may say something itself
            once();
        }
    };
    connect(m_yes, &QPushButton::clicked, this, [this, act] { act(m_onYes); });
    connect(m_no, &QPushButton::clicked, this, [this, act] { act(m_onNo); });
}

void Banner::say(const QString &message, const QString &yes, std::function<void()> onYes, const QString &no, std::function<void()> onNo)
{
    m_text->setText(message);
    m_line->clear();
    m_line->hide();
    m_yes->setText(yes.isEmpty() ? tr("Close") : yes);
    m_no->setText(no);
    m_no->setVisible(!no.isEmpty());
    m_onYes = std::move(onYes);
    m_onNo = std::move(onNo);
    show();
}

void Banner::say(const Error &error)
{
    say(text(error));
}

void Banner::showExactly(const QString &line)
{
    m_line->setText(line);
    m_line->show();
}

bool Banner::did(const Status &status)
{
    if (!status) {
        say(status.error());
    }
    return status.ok();
}

QString Banner::message() const
{
    return m_line->text().isEmpty() ? m_text->text() : m_text->text() + '\n' + m_line->text();
}

} // namespace lamp::app
