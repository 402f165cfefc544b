// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/key_filter.h"

#include <QAbstractSpinBox>
#include <QApplication>
#include <QComboBox>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QTextEdit>
#include <QWindow>

namespace lamp::app {

namespace {

/// Whether what has the focus is typed into: then letters, digits and the space bar are its own.
bool takesLetters(const QWidget *w)
{
    const auto *edit = qobject_cast<const QTextEdit *>(w);
    return qobject_cast<const QLineEdit *>(w) != nullptr || (edit != nullptr && !edit->isReadOnly())
           || qobject_cast<const QPlainTextEdit *>(w) != nullptr || qobject_cast<const QAbstractSpinBox *>(w) != nullptr
           || qobject_cast<const QComboBox *>(w) != nullptr;
}

} // namespace

KeyFilter::KeyFilter(QWidget &window) : QObject(&window), m_window(window)
{
    qApp->installEventFilter(this);
}

KeyFilter::~KeyFilter()
{
    qApp->removeEventFilter(this);
}

bool KeyFilter::eventFilter(QObject *watched, QEvent *event)
{
    if (event->type() == QEvent::Polish || event->type() == QEvent::Show) {
        // Names come from files and devices: a label shows them as they are, unless it says that its text is marked up.
        auto *label = qobject_cast<QLabel *>(watched);
        if (label != nullptr && label->textFormat() == Qt::AutoText) {
            label->setTextFormat(Qt::PlainText);
        }
    }
    // Once for the window that gets the key, not again for every parent it is passed on to.
    if (event->type() == QEvent::KeyPress && watched == m_window.windowHandle() && m_window.isActiveWindow()
        && QApplication::activeModalWidget() == nullptr && !takesLetters(QApplication::focusWidget())) {
        const auto *key = static_cast<QKeyEvent *>(event);
        bool taken = false;
        if (!(key->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier))) {
            Q_EMIT pressed(key->key(), taken);
        }
        if (taken) {
            return true;
        }
    }
    return QObject::eventFilter(watched, event);
}

} // namespace lamp::app
