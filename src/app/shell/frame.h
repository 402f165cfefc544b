// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QSplitter;

namespace lamp::app {

class Banner;
class Pages;
class PlacesView;
class ProgressBar;

/// How the window is laid out: places at the side, what is to be known and the page in the middle, the reading and the bench beside
/// pages that need them, progress below. It keeps how wide its panes are, and takes
/// files that are dropped on it.
class Frame : public QWidget {
    Q_OBJECT

public:
    /// \param beside from top to bottom
    Frame(PlacesView &places, Banner &banner, Pages &pages, const QList<QWidget *> &beside, ProgressBar &progress);
    void restore();
    void save() const;

Q_SIGNALS:
    void filesDropped(const QStringList &files);

protected:
    void dragEnterEvent(QDragEnterEvent *event) override;
    void dropEvent(QDropEvent *event) override;

private:
    QSplitter *m_panes;
};

} // namespace lamp::app
