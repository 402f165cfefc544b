// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/working_line.h"

#include "app/parts/background.h"

#include <QLocale>

namespace lamp::app {

WorkingLine::WorkingLine(Background &work, QWidget *parent) : QLabel(parent)
{
    setWordWrap(true);
    hide();
    connect(&work, &Background::begun, this, [this](const QString &what) {
        setText(m_shown.isValid()
                    ? tr("%1 What stands here was worked out at %2.").arg(what, QLocale().toString(m_shown.time(), QLocale::ShortFormat))
                    : what);
        setVisible(!what.isEmpty());
    });
    connect(&work, &Background::ended, this, &QWidget::hide);
    connect(&work, &Background::failed, this, &QWidget::hide);
}

} // namespace lamp::app
