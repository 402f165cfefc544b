// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QDialog>
#include <QWidget>

class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;

namespace lamp::app {

class Background;
class Banner;

/// A picture from a file, made small enough to be kept: at most `most` pixels wide and high, upright, without what a camera writes beside it.
/// \param format "JPG" or "PNG" \return an error that names the file and why it cannot be read
Result<QByteArray> pictureToKeep(const QString &file, int most, const char *format);

/// Photographs on a display's card, as small pictures in a row: added by a button or dropped, opened by a click.
class Photographs : public QWidget {
    Q_OBJECT

public:
    explicit Photographs(QWidget *parent = nullptr);
    /// Of a display; the store outlives what is shown of it.
    void show(qint64 displayId, Store &store);
    /// The studio is closed: nothing of it is shown any more.
    void leave();
    /// Files that are to be kept; what is none is said.
    void add(const QStringList &files);
    [[nodiscard]] int count() const { return int(m_entries.size()); }
    /// Opens one large. \param index from 0
    void open(int index);

Q_SIGNALS:
    void said(const QString &words);
    void failed(const lamp::Error &error);
    /// One was put away, and can be taken back.
    void putAway(qint64 id);

protected:
    void dragEnterEvent(QDragEnterEvent *event) override;
    void dropEvent(QDropEvent *event) override;

private:
    void refill();
    Store *m_store = nullptr;
    qint64 m_display = 0;
    std::vector<PhotographEntry> m_entries;
    Background *m_background, *m_adding;
    QHBoxLayout *m_row;
    std::vector<QPushButton *> m_small;
    QPushButton *m_add;
};

/// One after the other, large, with what each shows.
class PhotographDialog : public QDialog {
    Q_OBJECT

public:
    PhotographDialog(Store &store, std::vector<PhotographEntry> entries, int index, QWidget *parent);
    /// The one that is to be put away; 0 for none.
    [[nodiscard]] qint64 toPutAway() const { return m_away; }
    void done(int result) override;

private:
    void step(int by);
    void showOne();
    void keepWords();
    Store &m_store;
    std::vector<PhotographEntry> m_entries;
    int m_index;
    qint64 m_away = 0;
    QLabel *m_picture, *m_when;
    QLineEdit *m_words;
    QPushButton *m_back, *m_next;
};

} // namespace lamp::app
