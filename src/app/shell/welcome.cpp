// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/welcome.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

Welcome::Welcome(QWidget *parent) : QWidget(parent)
{
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(40, 40, 40, 40);
    auto *title = new QLabel(tr("A lamp for every display: full when it shows true."));
    QFont large = title->font();
    large.setPixelSize(24);
    title->setFont(large);
    title->setWordWrap(true);
    auto *words = new QLabel(tr(
        "Look around in the demo studio, a chart house with thirty simulated displays and two years of visits, or begin with an empty studio of your "
        "own. Nothing asks for an account or a network."));
    words->setWordWrap(true);
    auto *demo = new QPushButton(tr("Open the demo studio"));
    demo->setDefault(true);
    auto *screen = new QPushButton(tr("Calibrate the screen in front of me"));
    auto *empty = new QPushButton(tr("Begin with an empty studio"));
    auto *needs = new QLabel(tr("The second needs an instrument: a helper program that speaks the bench protocol (see the guide, F1)."));
    needs->setWordWrap(true);
    for (QWidget *w : std::initializer_list<QWidget *>{title, words, demo, screen, empty, needs}) {
        layout->addWidget(w, 0, qobject_cast<QPushButton *>(w) != nullptr ? Qt::AlignLeft : Qt::Alignment());
    }
    layout->addStretch(1);
    connect(demo, &QPushButton::clicked, this, &Welcome::demoWanted);
    connect(screen, &QPushButton::clicked, this, &Welcome::thisScreenWanted);
    connect(empty, &QPushButton::clicked, this, &Welcome::emptyWanted);
}

} // namespace lamp::app
