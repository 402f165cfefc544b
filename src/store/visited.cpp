// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/visited.h"

#include "base/parallel.h"

namespace lamp {

namespace {

/// A newer visit may have no profile (one that was interrupted, a reading by hand): so many are looked through.
constexpr Page kNewest{0, 12};

Result<std::optional<VisitRecord>> newestWithProfile(Store &store, qint64 displayId, bool calibrated = false)
{
    for (const VisitEntry &v : store.visits().of(displayId, kNewest)) {
        if (v.state != VisitState::Finished) {
            continue;
        }
        auto record = store.visits().record(v.id);
        if (!record) {
            return record.error();
        }
        if (!record->profile.empty() && (!calibrated || record->plan.task != Task::Check)) {
            return std::optional(std::move(record).value());
        }
    }
    return std::optional<VisitRecord>();
}

} // namespace

Result<std::vector<StudioDisplay>> visitedDisplays(Store &store, const std::vector<qint64> &ids, const std::stop_token &stop)
{
    struct Found {
        DisplayEntry entry;
        std::string visit;
        VisitFacts facts;
    };
    const Error stopped{ErrorKind::Cancelled, say("stopped-on-request"), {}, {}, "cancelled", false};
    std::vector<Found> found;
    for (const DisplayEntry &d : store.studio().displays()) {
        if (stop.stop_requested()) {
            return stopped;
        }
        if (!ids.empty() && std::find(ids.begin(), ids.end(), d.id) == ids.end()) {
            continue;
        }
        auto record = newestWithProfile(store, d.id);
        if (!record) {
            return record.error();
        }
        if (record.value()) {
            found.push_back({d, record.value()->id, visitFacts(*record.value())});
        }
    }
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    std::vector<std::optional<Result<VisitedDisplay>>> made(found.size());
    inParallel(int(found.size()), [&](int i) {
        if (!stop.stop_requested()) {
            made[size_t(i)] = VisitedDisplay::of(std::move(found[size_t(i)].facts));
        }
    });
    std::vector<StudioDisplay> all;
    for (size_t i = 0; i < found.size(); ++i) {
        if (!made[i]) {
            return stopped;
        }
        if (!*made[i]) {
            Error error = made[i]->error();
            error.what = say("subject-because", found[i].entry.name.toStdString(), error.what);
            return error;
        }
        all.push_back({std::move(found[i].entry), std::move(found[i].visit), std::move(*made[i]).value()});
    }
    return all;
}

Result<std::optional<VisitedDisplay>> asCalibrated(Store &store, qint64 displayId)
{
    auto record = newestWithProfile(store, displayId, true);
    if (record && !record.value()) {
        record = newestWithProfile(store, displayId);
    }
    if (!record) {
        return record.error();
    }
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    if (!record.value()) {
        return std::optional<VisitedDisplay>();
    }
    auto display = VisitedDisplay::asCalibrated(visitFacts(*record.value()));
    if (!display) {
        return display.error();
    }
    if (!display->hasModel()) {
        return std::optional<VisitedDisplay>();
    }
    return std::optional(std::move(display).value());
}

std::optional<EyeMatch> eyeMatchOf(Store &store, qint64 displayId, const std::string &reference)
{
    for (const MeasurementEntry &m : store.measurements().of(displayId, "eye-match")) { // the newest first
        const auto document = store.measurements().document(m.id);
        auto match = document ? eyeMatchFromJson(*document) : Result<EyeMatch>(Error{});
        if (match && modelAndSerial(match->referenceModel, match->referenceSerial) == reference) {
            return std::move(match).value();
        }
    }
    return std::nullopt;
}

std::vector<RoundCandidate> roundCandidates(Store &store, const std::vector<DueQuestion> &due, WallTime on)
{
    constexpr size_t kMostRecords = 500; // whose visits are looked into: the others take what is usual
    std::vector<RoundCandidate> all;
    size_t looked = 0;
    std::map<std::string, std::int64_t> keyOf; // by what a visit calls what it matches
    for (const DueQuestion &q : due) {
        if (const auto entry = store.studio().display(q.key)) {
            const auto [at, first] = keyOf.emplace(modelAndSerial(entry->model.toStdString(), entry->serial.toStdString()), q.key);
            at->second = first ? q.key : 0; // two that are called alike: nobody knows which
        }
    }
    for (const DueQuestion &q : due) {
        RoundCandidate c{q.key, q.name, q.serial, {}, q.room, {}, dueOf(q, on), {}, {}};
        const auto entry = store.studio().display(q.key);
        c.technology = entry ? entry->technology.toStdString() : "";
        if (c.due.state != "ok" && ++looked <= kMostRecords) {
            bool calibrated = false;
            for (const VisitEntry &v : store.visits().of(q.key, kNewest)) {
                const auto record =
                    v.state == VisitState::Finished && !c.minutes.contains(v.task) ? store.visits().record(v.id) : Result<VisitRecord>(Error{});
                if (record && !calibrated && v.task != Task::Check) {
                    calibrated = true; // what an earlier visit was like counts no more
                    const auto like = record->plan.matched ? keyOf.find(record->plan.matched->display) : keyOf.end();
                    c.like = like != keyOf.end() && like->second != 0 && like->second != q.key ? std::optional(like->second) : std::nullopt;
                }
                if (record && record->benchSeconds > record->warmUpSeconds) {
                    c.minutes[v.task] = (record->benchSeconds - record->warmUpSeconds) / 60;
                    // One that was found warm says nothing of how long it takes.
                    c.warmUp = c.warmUp || record->warmUpSeconds < 180 ? c.warmUp : std::optional(record->warmUpSeconds / 60);
                }
            }
        }
        all.push_back(std::move(c));
    }
    return all;
}

std::vector<RoundProblem::Instrument> roundInstruments(Store &store)
{
    std::vector<RoundProblem::Instrument> all;
    for (const InstrumentEntry &i : store.studio().instruments()) {
        if (!i.retired) {
            const QString name = i.serial.isEmpty() ? i.model : i.model + ' ' + i.serial;
            all.push_back({name.toStdString(), {}});
        }
    }
    return all;
}

} // namespace lamp
