// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/room_typed.h"

#include "app/parts/words.h"
#include "base/file.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

RoomTyped::RoomTyped(QWidget *parent) : QDialog(parent), m_lines(new QPlainTextEdit), m_problem(new QLabel)
{
    setWindowTitle(tr("The room's light over a day"));
    auto *layout = new QVBoxLayout(this);
    auto *about = new QLabel(tr("A line for each reading: time and lux, then x and y where they are known."));
    about->setWordWrap(true);
    about->setBuddy(m_lines);
    layout->addWidget(about);
    m_lines->setPlaceholderText(QStringLiteral("08:30, 42\n09:00, 55\n09:30, 120, 0.352, 0.361"));
    m_lines->setAccessibleName(tr("Readings of the room"));
    m_lines->setTabChangesFocus(true);
    m_lines->setMinimumSize(400, 260);
    layout->addWidget(m_lines, 1);
    m_problem->setWordWrap(true);
    m_problem->hide();
    layout->addWidget(m_problem);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    auto *open = buttons->addButton(tr("From a &file …"), QDialogButtonBox::ActionRole);
    layout->addWidget(buttons);
    connect(open, &QPushButton::clicked, this, &RoomTyped::openFile);
    connect(buttons, &QDialogButtonBox::accepted, this, &RoomTyped::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

void RoomTyped::openFile()
{
    const QString path = QFileDialog::getOpenFileName(this, tr("Readings of the room"), {}, tr("Tables (*.csv *.txt);;All files (*)"));
    if (path.isEmpty()) {
        return;
    }
    const auto content = readFile(path.toStdString());
    if (content) {
        m_lines->setPlainText(text(content.value()));
    }
    m_problem->setText(content ? QString() : text(content.error().paragraph()));
    m_problem->setVisible(!content);
}

void RoomTyped::accept()
{
    auto points = roomPointsFrom(m_lines->toPlainText().toStdString());
    if (!points) {
        m_problem->setText(text(points.error().paragraph()));
        m_problem->show();
        adjustSize(); // the sentence takes nothing from what is entered
        return;
    }
    m_points = std::move(points).value();
    QDialog::accept();
}

} // namespace lamp::app
