// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/ranking.h"

#include "app/files/file_desk.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/profiles/screening_view.h"
#include "app/visit/quick_reader.h"
#include "app/visit/visit_controller.h"
#include "measure/quick_set.h"

namespace lamp::app {

Ranking::Ranking(FileDesk &desk, VisitController &visits, Banner &banner, std::function<qint64()> display, QObject *parent) : QObject(parent)
{
    ScreeningView *screening = desk.screening();
    const QuickReader &quick = visits.quick();
    connect(screening, &ScreeningView::instrumentWanted, this, [screening, &visits, display = std::move(display)] {
        visits.rank(display(), [screening] { screening->setProgress(0, quickSetSize()); });
    });
    connect(&quick, &QuickReader::progressed, screening, &ScreeningView::setProgress);
    connect(&quick, &QuickReader::finished, this, [screening, &desk](const ReadingSet &set) {
        screening->setProgress(0, 0);
        desk.rankBy(set);
    });
    connect(&quick, &QuickReader::failed, this, [screening, &banner](const Error &error) {
        screening->setProgress(0, 0);
        banner.say(error.kind == ErrorKind::Cancelled ? tr("Stopped. The profiles are not ranked by these readings.") : text(error));
    });
}

} // namespace lamp::app
