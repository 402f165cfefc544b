// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/histories.h"

#include "base/json.h"
#include "fleet/due.h"
#include "store/aims.h"
#include "store/visits.h"

#include <QCryptographicHash>

#include <algorithm>
#include <tuple>

namespace lamp::store {

namespace {

const Message kNotKept = say("history-could-not-stored");

/// What tells a row from all others.
QByteArray identityOf(qint64 displayId, const HistoryEntry &e)
{
    HistoryEntry plain = e;
    plain.display = std::to_string(displayId);
    return QCryptographicHash::hash(QByteArray::fromStdString(historyToCsv({plain}, Formulas::Kept)), QCryptographicHash::Sha256);
}

QVariant control(const HistoryEntry &e, const char *name)
{
    const auto it = e.controls.find(name);
    return it == e.controls.end() ? QVariant() : QVariant(it->second);
}

/// The serial of a display, or what stands for one where it has none or shares it with another model's.
const QString kSerial = QStringLiteral("CASE WHEN d.serial = '' OR EXISTS (SELECT 1 FROM display o WHERE o.serial = d.serial AND o.id <> d.id) "
                                       "THEN '#' || substr(d.uid, 1, 12) ELSE d.serial END"); // as shortIdentity() has it

QString ofDisplay(std::optional<qint64> displayId)
{
    return displayId ? QStringLiteral("d.id = ?") : QStringLiteral("d.retired_at IS NULL");
}

} // namespace

Result<int> Histories::add(qint64 displayId, const std::vector<HistoryEntry> &entries)
{
    int added = 0;
    const Status done = m_connection.transaction([&]() -> Status {
        added = 0;
        for (const HistoryEntry &e : entries) {
            const auto made = m_connection.write(
                QStringLiteral(
                    "INSERT INTO history_entry (identity, display_id, happened_at, hours, instrument, task, target, brightness, red, green, "
                    "blue, luminance, max_luminance, white_x, white_y, black, gray_mean, colour_mean, colour_max, srgb_percent, "
                    "adobe_rgb_percent, event, note) VALUES (?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?) ON CONFLICT (identity) DO NOTHING"),
                {identityOf(displayId, e),
                 displayId,
                 stored(e.at),
                 stored(e.hours),
                 stored(e.instrument),
                 stored(e.task),
                 stored(e.target),
                 control(e, "brightness"),
                 control(e, "red"),
                 control(e, "green"),
                 control(e, "blue"),
                 stored(e.luminance),
                 stored(e.maxLuminance),
                 stored(e.white ? std::optional(e.white->x) : std::nullopt),
                 stored(e.white ? std::optional(e.white->y) : std::nullopt),
                 stored(e.black),
                 stored(e.grayMean),
                 stored(e.mean),
                 stored(e.max),
                 stored(e.coverageSrgb),
                 stored(e.coverageAdobe),
                 stored(e.event),
                 stored(e.note)},
                kNotKept);
            if (!made) {
                return made.error();
            }
            added += *made;
        }
        return added > 0 ? refreshStatus(displayId, entries) : Status(Done{});
    });
    return done ? Result<int>(added) : done.error();
}

Status Histories::refreshStatus(qint64 displayId, const std::vector<HistoryEntry> &entries)
{
    const HistoryEntry *last = nullptr;
    for (const HistoryEntry &e : entries) {
        last = isVisit(e) && (last == nullptr || e.at >= last->at) ? &e : last;
    }
    if (last == nullptr) {
        return Done{};
    }
    // Judged by what the display was judged by last, since nobody wrote down by which, else by the usual tolerance; a visit of this program that is
    // newer keeps its own word.
    AgeingQuestion own;
    own.targets = Aims(m_connection).everyTarget();
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT o.content FROM visit v JOIN tolerance o ON o.id = v.tolerance_id WHERE v.display_id = ? "
                                                     "AND v.state = ? ORDER BY v.finished_at DESC, v.id DESC LIMIT 1"),
                                      {displayId, int(VisitState::Finished)});
        const auto tolerance = rows.next() ? toleranceFromJson(rows.text(0).toStdString()) : Result<Tolerance>(Error{});
        own.tolerance = tolerance ? std::optional(*tolerance) : std::nullopt;
    }
    const auto verdict = verdictOf(*last, own);
    const auto changed = m_connection.write(
        QStringLiteral(
            "UPDATE display_status SET visit_id = NULL, finished_at = ?, verdict = ?, due_at = ? + 86400 * (SELECT cadence_days FROM display "
            "WHERE id = ?), white_de = NULL, colour_mean = ?, colour_max = ? WHERE display_id = ? AND (finished_at IS NULL OR finished_at < ?)"),
        {stored(last->at), int(verdict.value_or(Verdict::Undecided)), stored(last->at), displayId, stored(last->mean), stored(last->max), displayId,
         stored(last->at)},
        kNotKept);
    return changed ? Status(Done{}) : changed.error();
}

int Histories::fresh(qint64 displayId, const std::vector<HistoryEntry> &entries) const
{
    return int(std::count_if(entries.begin(), entries.end(), [&](const HistoryEntry &e) {
        Rows there = m_connection.read(QStringLiteral("SELECT 1 FROM history_entry WHERE identity = ?"), {identityOf(displayId, e)});
        return !there.next();
    }));
}

void Histories::rows(std::vector<HistoryEntry> &into, std::optional<qint64> displayId) const
{
    Rows r = m_connection.read(
        QStringLiteral(
            "SELECT %1, h.happened_at, h.hours, h.instrument, h.task, h.target, h.brightness, h.red, h.green, h.blue, h.luminance, "
            "h.max_luminance, h.white_x, h.white_y, h.black, h.gray_mean, h.colour_mean, h.colour_max, h.srgb_percent, h.adobe_rgb_percent, "
            "h.event, h.note FROM history_entry h JOIN display d ON d.id = h.display_id WHERE %2 ORDER BY d.id, h.happened_at, h.id")
            .arg(kSerial, ofDisplay(displayId)),
        displayId ? QVariantList{*displayId} : QVariantList{});
    while (r.next()) {
        HistoryEntry e;
        e.display = r.text(0).toStdString();
        e.at = r.time(1).value_or(WallTime{});
        e.hours = r.maybeReal(2);
        e.instrument = r.text(3).toStdString();
        e.task = r.text(4).toStdString();
        e.target = r.text(5).toStdString();
        int column = 6;
        for (const char *name : {"brightness", "red", "green", "blue"}) {
            if (const auto v = r.maybeReal(column++)) {
                e.controls[name] = *v;
            }
        }
        e.luminance = r.maybeReal(10);
        e.maxLuminance = r.maybeReal(11);
        if (const auto x = r.maybeReal(12), y = r.maybeReal(13); x && y) {
            e.white = Chromaticity{*x, *y};
        }
        e.black = r.maybeReal(14);
        e.grayMean = r.maybeReal(15);
        e.mean = r.maybeReal(16);
        e.max = r.maybeReal(17);
        e.coverageSrgb = r.maybeReal(18);
        e.coverageAdobe = r.maybeReal(19);
        e.event = r.text(20).toStdString();
        e.note = r.text(21).toStdString();
        into.push_back(std::move(e));
    }
}

std::vector<HistoryEntry> Histories::eventsSinceVisits() const
{
    std::vector<HistoryEntry> all;
    Rows r = m_connection.read(
        QStringLiteral("SELECT %1, h.happened_at, h.event FROM history_entry h JOIN display d ON d.id = h.display_id LEFT JOIN display_status s ON "
                       "s.display_id = d.id WHERE h.event <> '' AND %2 AND (s.finished_at IS NULL OR h.happened_at > s.finished_at) ORDER BY d.id, "
                       "h.happened_at, h.id")
            .arg(kSerial, ofDisplay({})));
    while (r.next()) {
        HistoryEntry e;
        e.display = r.text(0).toStdString();
        e.at = r.time(1).value_or(WallTime{});
        e.event = r.text(2).toStdString();
        all.push_back(std::move(e));
    }
    return all;
}

void Histories::visits(std::vector<HistoryEntry> &into, std::optional<qint64> displayId) const
{
    Rows r = m_connection.read(
        QStringLiteral(
            "SELECT %1, v.finished_at, v.task, i.serial, t.name, v.luminance, v.white_x, v.white_y, v.black, v.gray_mean, v.colour_mean, "
            "v.colour_max, v.srgb_percent, (SELECT s.controls FROM state s WHERE s.visit_id = v.id ORDER BY s.number DESC LIMIT 1) "
            "FROM visit v JOIN display d ON d.id = v.display_id LEFT JOIN instrument i ON i.id = v.instrument_id "
            "LEFT JOIN target t ON t.id = v.target_id WHERE v.state = 1 AND v.finished_at IS NOT NULL AND %2 ORDER BY d.id, v.finished_at, v.id")
            .arg(kSerial, ofDisplay(displayId)),
        displayId ? QVariantList{*displayId} : QVariantList{});
    while (r.next()) {
        HistoryEntry e;
        e.display = r.text(0).toStdString();
        e.at = *r.time(1);
        e.task = r.text(2).toStdString();
        e.instrument = r.text(3).toStdString();
        e.target = r.text(4).toStdString();
        e.luminance = r.maybeReal(5);
        if (const auto x = r.maybeReal(6), y = r.maybeReal(7); x && y) {
            e.white = Chromaticity{*x, *y};
        }
        e.black = r.maybeReal(8);
        e.grayMean = r.maybeReal(9);
        e.mean = r.maybeReal(10);
        e.max = r.maybeReal(11);
        e.coverageSrgb = r.maybeReal(12);
        if (const auto controls = parseJson(r.text(13).toStdString()); controls && controls->is_object()) {
            for (const auto &[name, value] : controls->items()) {
                if (value.is_number()) {
                    e.controls[name] = value.get<double>();
                }
            }
        }
        into.push_back(std::move(e));
    }
}

std::vector<HistoryEntry> Histories::all(std::optional<qint64> displayId) const
{
    std::vector<HistoryEntry> list;
    rows(list, displayId);
    visits(list, displayId);
    std::stable_sort(list.begin(), list.end(),
                     [](const HistoryEntry &p, const HistoryEntry &q) { return std::tie(p.display, p.at) < std::tie(q.display, q.at); });
    return list;
}

std::map<qint64, std::string> Histories::names() const
{
    std::map<qint64, std::string> all;
    Rows r = m_connection.read(QStringLiteral("SELECT d.id, %1 FROM display d").arg(kSerial));
    while (r.next()) {
        all[r.integer(0)] = r.text(1).toStdString();
    }
    return all;
}

std::vector<HistoryEntry> Histories::written() const
{
    std::vector<HistoryEntry> list;
    rows(list, {});
    Rows moves =
        m_connection.read(QStringLiteral("SELECT %1, e.happened_at, e.before, e.after FROM display_event e JOIN display d ON d.id = e.display_id "
                                         "WHERE e.kind = 'moved' AND d.retired_at IS NULL ORDER BY d.id, e.happened_at")
                              .arg(kSerial));
    while (moves.next()) {
        HistoryEntry e;
        e.display = moves.text(0).toStdString();
        e.at = moves.time(1).value_or(WallTime{});
        e.event = "moved";
        e.note = moves.text(2).toStdString() + " > " + moves.text(3).toStdString();
        list.push_back(std::move(e));
    }
    return list;
}

std::vector<HistoryEntry> Histories::written(qint64 displayId) const
{
    std::vector<HistoryEntry> list;
    rows(list, displayId);
    return list;
}

Status Histories::addAssignment(const DatedAssignment &a, std::optional<qint64> displayId)
{
    {
        Rows there = m_connection.read(QStringLiteral("SELECT 1 FROM assignment WHERE happens_at = ? AND name = ? AND coalesce(display_id, 0) = ?"),
                                       {stored(a.day), stored(a.name), displayId.value_or(0)});
        if (there.next()) {
            return Done{};
        }
    }
    return m_connection.change(QStringLiteral("INSERT INTO assignment (happens_at, name, display_id) VALUES (?, ?, ?)"),
                               {stored(a.day), stored(a.name), displayId ? QVariant(*displayId) : QVariant()}, kNotKept);
}

std::vector<DatedAssignment> Histories::assignments(WallTime from) const
{
    std::vector<DatedAssignment> list;
    Rows r =
        m_connection.read(QStringLiteral("SELECT a.happens_at, a.name, coalesce(%1, '') FROM assignment a LEFT JOIN display d ON d.id = a.display_id "
                                         "WHERE a.happens_at >= ? ORDER BY a.happens_at, a.id")
                              .arg(kSerial),
                          {stored(from)});
    while (r.next()) {
        list.push_back({*r.time(0), r.text(1).toStdString(), r.text(2).toStdString()});
    }
    return list;
}

} // namespace lamp::store
