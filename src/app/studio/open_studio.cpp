// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/open_studio.h"

#include "app/studio/due_book.h"

#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/studio/demo_studio.h"
#include "base/fault.h"

#include "desktop/keyring.h"
#include "store/along.h"
#include "store/passwords.h"

#include <QDateTime>
#include <QFileInfo>

namespace lamp::app {

OpenStudio::OpenStudio(QString path, Banner &banner, QObject *parent)
    : QObject(parent), m_path(std::move(path)), m_banner(banner), m_due(new DueBook(this)), m_examiner(new Background(this))
{
}

OpenStudio::~OpenStudio()
{
    stop();
}

void OpenStudio::stop()
{
    m_demoThread.request_stop();
    m_stopExamining.request_stop();
}

void OpenStudio::chooseDemo()
{
    m_path = demoPlace();
}

bool OpenStudio::open(Demo demo)
{
    store::takePassword(m_path, keptPassword);
    auto opened = Store::open(m_path);
    if (!opened) {
        m_banner.say(opened.error());
        // Only the user's own studio, and only when asked to.
        if ((opened.error().code == "damaged" || opened.error().code == "not-a-studio") && (m_path == defaultStorePath() || m_path == demoPlace())) {
            m_banner.say(text(opened.error()), tr("Set aside and begin a new studio"), [this] {
                const auto aside = Store::setAsideDamaged(m_path);
                if (!aside) {
                    m_banner.say(aside.error());
                    return;
                }
                Q_EMIT wanted();
                if (m_store && m_store->path() == m_path) {
                    m_banner.say(tr("The damaged studio is now %1. A new studio was begun.").arg(*aside));
                }
            });
        }
        if (const QString copy = store::lastAlong(m_path); !copy.isEmpty()) {
            m_banner.say(tr("%1 Meanwhile the copy that was taken along can be worked on.").arg(text(opened.error())), tr("Open the copy"),
                         [this, copy] {
                             choose(copy);
                             Q_EMIT wanted();
                         });
        }
        return false;
    }
    if (m_store) {
        m_former.push_back(std::move(m_store));
    }
    m_store = std::move(opened).value();
    m_store->onChanges([this] { Q_EMIT changedElsewhere(); });
    if (const auto along = store::alongOf(*m_store)) {
        const QString day = QDateTime::fromSecsSinceEpoch(along->at.time_since_epoch().count()).date().toString(Qt::ISODate);
        m_banner.say(tr("This is the copy that was taken along on %1. \"Bring a copy home\" puts what is done in it into the studio.").arg(day));
    }
    if (!m_store->copyBefore().isEmpty()) {
        m_banner.say(tr("The studio file was converted to this version. The previous one is kept as %1.").arg(m_store->copyBefore()));
    }
    if (m_store->endedUncleanly()) {
        m_examiner->start(
            {}, [path = m_path, stop = m_stopExamining.get_token()] { return Store::examine(path, stop); },
            [this](const Status &sound) { m_banner.did(sound); });
    }
    if (demo != Demo::None && m_store->studio().count() == 0) {
        fillDemo(demo);
    }
    Q_EMIT changed();
    return true;
}

void OpenStudio::fillDemo(Demo demo)
{
    m_filling = true;
    m_demoThread = std::jthread([this, demo, path = m_path](const std::stop_token &stop) {
        const auto fill = demo == Demo::Fleet ? makeDemoFleet : makeDemoDesks;
        const auto here = [this](const auto &act) { QMetaObject::invokeMethod(this, act, Qt::QueuedConnection); };
        const auto filling = [&]() -> Status {
            auto own = Store::open(path);
            return own ? fill(
                       *own.value(), wallNow(), [&] { here([this] { Q_EMIT changed(); }); }, stop)
                       : Status(own.error());
        };
        const Status s = catchFaults(filling, [](Error e) -> Status { return e; });
        here([this, s] {
            m_filling = false;
            m_banner.did(s);
            Q_EMIT changed();
            Q_EMIT filled();
        });
    });
}

std::optional<VisitRecord> OpenStudio::lastVisit(qint64 display) const
{
    constexpr int kAtOnce = 20;
    for (int offset = 0;; offset += kAtOnce) {
        const auto visits = m_store->visits().of(display, {offset, kAtOnce});
        for (const VisitEntry &v : visits) {
            if (v.state == VisitState::Finished) {
                auto record = m_store->visits().record(v.id);
                return record ? std::optional(std::move(record).value()) : std::nullopt;
            }
        }
        if (visits.empty()) {
            return std::nullopt;
        }
    }
}

} // namespace lamp::app
