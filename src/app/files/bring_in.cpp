// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/bring_in.h"

#include "app/files/choose_display.h"
#include "app/files/file_desk.h"
#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/reports/report_page.h"
#include "app/studio/open_studio.h"
#include "app/visit/work_settings.h"
#include "base/file.h"
#include "visit/own_readings.h"

#include <QApplication>
#include <QFileDialog>
#include <QUuid>

namespace lamp::app {

namespace {

/// A display that is known from what was brought in, in the first room.
Result<qint64> addBroughtIn(Store &store, DisplayEntry entry, const QString &elsewhere)
{
    const auto rooms = store.studio().rooms();
    const auto room = rooms.empty() ? store.studio().addRoom(elsewhere) : Result<qint64>(rooms.front().id);
    if (!room) {
        return room;
    }
    entry.roomId = room.value();
    return store.studio().add(entry, wallNow());
}

} // namespace

BringIn::BringIn(OpenStudio &studio, FileDesk &desk, Background &background, Banner &banner, QObject *parent)
    : QObject(parent), m_studio(studio), m_desk(desk), m_background(background), m_keeper(new Background(this)), m_banner(banner)
{
    connect(m_keeper, &Background::begun, this, &BringIn::status);
    connect(m_keeper, &Background::ended, this, [this] { Q_EMIT status({}); });
    connect(m_keeper, &Background::failed, this, [this](const QString &why) { m_banner.say(tr("That could not be done: %1.").arg(why)); });
    connect(&desk, &FileDesk::readingsBrought, this, &BringIn::readings);
    connect(&desk, &FileDesk::visitBrought, this, &BringIn::visit);
    connect(&desk, &FileDesk::aimBrought, this, &BringIn::aim);
}

void BringIn::passOn(const RecordPtr &record, QWidget *window)
{
    const QString file = QFileDialog::getSaveFileName(
        window, tr("Export the visit"), plainFileName(text(record->profileName())) + QStringLiteral(".json"), tr("Whole visit (*.json)"));
    if (file.isEmpty()) {
        return;
    }
    m_background.carryOut(
        tr("Writing the visit…"), [record, file] { return writeFile(std::filesystem::path(file.toStdString()), wholeVisitToJson(*record)); },
        [this, file](const Status &s) {
            if (m_banner.did(s)) {
                m_banner.say(tr("The visit, with its readings and its profile, is in %1. Another studio opens it with Ctrl+O.").arg(file));
            }
        });
}

void BringIn::aim(StudioFile kind, const std::string &json)
{
    if (m_studio.store() == nullptr) {
        m_banner.say(tr("Open a studio first: targets and tolerances are kept in it."));
        return;
    }
    store::Aims &aims = m_studio.store()->aims();
    const auto keepIt = [this](const auto &read, const QString &words, const auto &into) {
        if (m_banner.did(read ? into(read.value()) : Status(read.error()))) {
            m_banner.say(words);
        }
    };
    switch (kind) {
    case StudioFile::Target: {
        const auto target = targetFromJson(json);
        keepIt(target, target ? tr("The target \"%1\" can be chosen in visits from now on.").arg(text(target->name)) : QString(),
               [&](const Target &t) { return aims.keep(t); });
        break;
    }
    case StudioFile::Tolerance: {
        const auto tolerance = toleranceFromFile(json);
        keepIt(tolerance, tolerance ? tr("Visits can be judged by \"%1\" from now on: Studio, Settings.").arg(text(tolerance->name)) : QString(),
               [&](const Tolerance &t) { return aims.keep(t); });
        break;
    }
    default: {
        const auto matrix = correctionFromJson(json);
        keepIt(matrix,
               matrix ? tr("The correction of %1 %2 for %3 is offered in visits that it fits.")
                            .arg(text(matrix->instrumentModel), text(matrix->instrumentSerial), text(matrix->technology))
                      : QString(),
               [&](const MatrixCorrection &m) { return aims.add(m); });
    }
    }
}

void BringIn::visit(const VisitRecord &record)
{
    Store *store = m_studio.store();
    if (store == nullptr) {
        m_banner.say(tr("Open a studio first: a visit belongs to a display."));
        return;
    }
    if (const auto there = store->visits().entry(text(record.id))) {
        const auto of = store->studio().display(there->displayId);
        m_banner.say(tr("This visit of %1 is in the studio already.").arg(of ? of->name : text(record.display.model)));
        return;
    }
    const NamedDisplay named = namedDisplay(record.displayKey, record.display);
    auto known = displayNamed(*store, named);
    if (const auto possible = displaysPossible(*store, named); !possible.empty()) {
        // Neither the file nor a serial says which: never the first that fits.
        ChooseDisplay choose(m_studio, record, possible, QApplication::activeWindow());
        if (choose.exec() != QDialog::Accepted) {
            m_banner.say(tr("Nothing was imported."));
            return;
        }
        known = choose.chosen();
    }
    DisplayEntry entry;
    entry.name = entry.model = text(record.display.model.empty() ? "Display" : record.display.model);
    entry.serial = text(record.display.serial);
    entry.technology = text(record.display.technology);
    entry.uid = text(known || displayNamed(*store, named) ? std::string() : named.uid);
    entry.id = known ? known->id : 0;
    keep(std::make_shared<const VisitRecord>(record), entry, [this](const RecordPtr &kept, qint64 display) {
        Q_EMIT broughtIn(kept, display, false);
        m_banner.say(tr("The visit of %1 is in the studio now.").arg(wordedDay(kept->started)));
    });
}

void BringIn::keep(const RecordPtr &record, DisplayEntry display, std::function<void(const RecordPtr &, qint64)> done)
{
    const QString elsewhere = tr("Elsewhere");
    display.note = tr("Known from imported readings.");
    // A table profile takes a tenth of a second to pack: by a store of its own, off the window's thread.
    m_keeper->start(
        tr("Storing the visit…"),
        [record, display, elsewhere, path = m_studio.path()]() -> Result<qint64> {
            const auto own = Store::open(path);
            if (!own) {
                return own.error();
            }
            Store &store = *own.value();
            qint64 id = display.id;
            const Status kept = store.act([&]() -> Status {
                const auto added = id != 0 ? Result<qint64>(id) : addBroughtIn(store, display, elsewhere);
                id = added ? *added : 0;
                return added ? store.visits().finish(*record, id) : Status(added.error());
            });
            return kept ? Result<qint64>(id) : kept.error();
        },
        [this, record, done = std::move(done)](const Result<qint64> &id) {
            if (id) {
                done(record, *id);
            } else {
                m_desk.notBroughtIn();
                m_banner.say(id.error());
            }
        });
}

void BringIn::readings(const ReadingSet &set, qint64 display, const QString &target)
{
    VisitPlan plan;
    AskedOfReadings asked;
    if (!target.isEmpty()) {
        asked.target = plan.target = m_studio.store()->aims().target(target.toStdString());
    }
    applyWorkSettings(plan, m_studio.store());
    m_background.carryOut(
        tr("Fitting a model to the readings…"), [set, plan, asked] { return visitOfReadings(set, plan, asked, wallNow()); },
        [this, display, name = text(set.display)](Result<VisitRecord> made) {
            if (!made) {
                m_desk.notBroughtIn();
                m_banner.say(made.error());
                return;
            }
            keepMade(std::move(made).value(), display, name);
        });
}

void BringIn::keepMade(VisitRecord made, qint64 display, const QString &name)
{
    DisplayEntry entry;
    entry.name = name;
    entry.model = text(made.display.model);
    entry.serial = text(made.display.serial);
    entry.technology = made.display.technology.empty() ? QStringLiteral("unknown") : text(made.display.technology);
    entry.id = display;
    made.id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    keep(std::make_shared<const VisitRecord>(std::move(made)), entry, [this](const RecordPtr &kept, qint64 id) {
        m_desk.broughtIn();
        Q_EMIT broughtIn(kept, id, true);
    });
}

} // namespace lamp::app
