// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/frame.h"

#include "app/parts/banner.h"
#include "app/parts/pages.h"
#include "app/shell/progress_bar.h"
#include "app/studio/places_view.h"

#include <QCoreApplication>
#include <QDragEnterEvent>
#include <QGridLayout>
#include <QMimeData>
#include <QSettings>
#include <QSplitter>
#include <QUrl>

namespace lamp::app {

namespace {

QVBoxLayout *column(QWidget *of)
{
    auto *layout = new QVBoxLayout(of);
    layout->setContentsMargins(0, 0, 0, 0);
    return layout;
}

QString panesKey()
{
    return QStringLiteral("window/panes");
}

} // namespace

Frame::Frame(PlacesView &places, Banner &banner, Pages &pages, const QList<QWidget *> &beside, ProgressBar &progress) : m_panes(new QSplitter)
{
    setAcceptDrops(true);
    auto *right = new QWidget;
    right->setFixedWidth(326);
    QVBoxLayout *rightLayout = column(right);
    for (QWidget *w : beside) {
        rightLayout->addWidget(w);
    }
    rightLayout->addStretch(1);
    auto *centre = new QWidget;
    QVBoxLayout *centreLayout = column(centre);
    centreLayout->addWidget(&banner);
    centreLayout->addWidget(&pages, 1);
    m_panes->addWidget(&places);
    m_panes->addWidget(centre);
    m_panes->setStretchFactor(1, 1);
    m_panes->setSizes({250, 690});
    m_panes->setChildrenCollapsible(false);
    auto *grid = new QGridLayout(this);
    grid->setContentsMargins(8, 6, 8, 6);
    grid->setSpacing(8);
    grid->addWidget(m_panes, 0, 0);
    grid->addWidget(right, 0, 1);
    grid->addWidget(&progress, 1, 0, 1, 2);
    grid->setColumnStretch(0, 1);
    grid->setRowStretch(0, 1);
    connect(&pages, &Pages::aboutToShow, right, [right](Pages::Beside wanted) {
        if (wanted == Pages::Beside::Nothing) {
            right->hide();
        }
    });
    connect(&pages, &QStackedWidget::currentChanged, this, [this, &pages, right] {
        // What the new page needs is known from child to parent before anything is shown beside it: else the window makes room for the page of
        // before.
        pages.updateGeometry();
        for (QWidget *w = &pages; w != nullptr && w != this; w = w->parentWidget()) {
            QCoreApplication::sendPostedEvents(w, QEvent::LayoutRequest);
        }
        right->setVisible(pages.beside() == Pages::Beside::Reading);
    });
}

void Frame::dragEnterEvent(QDragEnterEvent *event)
{
    if (event->mimeData()->hasUrls()) {
        event->acceptProposedAction();
    }
}

void Frame::dropEvent(QDropEvent *event)
{
    QStringList files;
    for (const QUrl &url : event->mimeData()->urls()) {
        if (url.isLocalFile()) {
            files << url.toLocalFile();
        }
    }
    Q_EMIT filesDropped(files);
}

void Frame::restore()
{
    m_panes->restoreState(QSettings().value(panesKey()).toByteArray());
}

void Frame::save() const
{
    QSettings().setValue(panesKey(), m_panes->saveState());
}

} // namespace lamp::app
