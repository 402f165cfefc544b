// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/asked.h"
#include "store/registers.h"

#include "store/visited.h"

namespace lamp {

namespace {

constexpr Page kVisits{0, 400}, kMeasurements{0, 24}; ///< that are looked through, the newest: a check each day for a year and more
constexpr size_t kRecords = 3;                        ///< of visits that are read whole, and the newest that calibrated

Status takeVisits(Store &store, qint64 displayId, AskedAbout &about)
{
    bool calibrated = false;
    for (const VisitEntry &v : store.visits().of(displayId, kVisits)) {
        const bool calibrates = v.task == Task::Full || v.task == Task::Refresh;
        if (about.visits.size() >= kRecords && calibrated) {
            break;
        }
        if (v.state != VisitState::Finished || (about.visits.size() >= kRecords && !calibrates)) {
            continue;
        }
        auto record = store.visits().record(v.id);
        if (!record) {
            return record.error();
        }
        calibrated = calibrated || calibrates;
        about.visits.push_back(std::move(record).value());
    }
    return Done{};
}

Status takeMeasurements(Store &store, qint64 displayId, AskedAbout &about)
{
    for (const MeasurementEntry &m : store.measurements().of(displayId, {}, kMeasurements)) {
        if (!m.complete) {
            continue;
        }
        auto document = store.measurements().document(m.id);
        if (!document) {
            return store::storageError(say("measurement-unreadable", m.id));
        }
        about.measured.push_back({m.kind, m.finished, std::move(*document), m.said});
    }
    return Done{};
}

void takeInstruments(Store &store, AskedAbout &about)
{
    for (const InstrumentEntry &i : store.studio().instruments()) {
        if (!i.retired) {
            about.instruments.push_back({modelAndSerial(i.model.toStdString(), i.serial.toStdString()), i.serial.toStdString(), i.certified});
        }
    }
}

/// A display as its last visit left it; nothing where it was not visited.
Result<std::optional<VisitedDisplay>> standing(Store &store, qint64 displayId, const std::stop_token &stop)
{
    auto found = visitedDisplays(store, {displayId}, stop);
    if (!found) {
        return found.error();
    }
    return found->empty() ? std::optional<VisitedDisplay>() : std::optional(std::move(found.value().front().display));
}

} // namespace

Result<std::unique_ptr<StudioAsked>> askedAbout(Store &store, Asked asked, qint64 displayId, qint64 other, WallTime now, const std::stop_token &stop)
{
    const auto entry = store.studio().display(displayId);
    if (!entry) {
        return store::storageError(say("display-gone"));
    }
    auto known = std::make_unique<StudioAsked>();
    AskedAbout &about = known->about;
    about.now = now;
    about.name = entry->name.toStdString();
    Status done = takeVisits(store, displayId, about);
    done = done ? takeMeasurements(store, displayId, about) : done;
    if (!done) {
        return done.error();
    }
    takeInstruments(store, about);
    if (asked == Asked::Meter) {
        AgeingQuestion question;
        question.on = now;
        about.ageing = ageingOfStudio(store, question);
    }
    if (asked == Asked::Differ || asked == Asked::PrintsDark) {
        auto display = standing(store, displayId, stop);
        auto beside = asked == Asked::Differ && other != 0 ? standing(store, other, stop)
                                                           : Result<std::optional<VisitedDisplay>>(std::optional<VisitedDisplay>());
        if (!display || !beside) {
            return display ? beside.error() : display.error();
        }
        known->display = std::move(display).value();
        known->other = std::move(beside).value();
        about.display = known->display ? &*known->display : nullptr;
        about.other = known->other ? &*known->other : nullptr;
        const auto name = store.studio().display(other);
        about.otherName = name ? name->name.toStdString() : std::string();
    }
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    return known;
}

} // namespace lamp
