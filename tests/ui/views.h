// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QtTest>

/// All texts of a widget's labels. \param onlyShown those that can be seen just now
inline QString labels(const QWidget &w, bool onlyShown = true)
{
    QString all;
    for (const QLabel *l : w.findChildren<QLabel *>()) {
        if (l->isVisible() || !onlyShown) {
            all += l->text() + '\n';
        }
    }
    return all;
}

/// Pictures of views go where LAMP_PICTURES says, to be looked at, and for docs/screenshots.
inline void picture(QWidget &window, const QString &name, bool settled = true)
{
    if (const QString folder = qEnvironmentVariable("LAMP_PICTURES"); !folder.isEmpty()) {
        if (settled) {
            QTest::qWait(150);
        }
        QApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest); // what was changed just now is laid out
        window.grab().save(folder + '/' + name + QStringLiteral(".png"));
    }
}
