// SPDX-License-Identifier: GPL-3.0-or-later
// How a visit's record becomes rows, and rows a record.
#include "store/owner.h"
#include "store/packed.h"
#include "store/visits.h"

#include "base/json.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "measure/reading_fields.h"

#include <QDateTime>
#include <QSqlError>

#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace lamp::store {

namespace {

using Json = nlohmann::json;

const Message kNotWritten = say("visit-could-not-stored");

QVariantList valuesOf(const VisitFigures &f)
{
    QVariantList all;
    const auto plain = [&](const Figure &figure) { all << stored(figure.value) << stored(figure.k2) << stored(figure.absoluteK2); };
    const auto judged = [&](const Figure &figure) {
        plain(figure);
        all << (figure.verdict ? QVariant(int(*figure.verdict)) : QVariant());
    };
    plain(f.whiteX);
    plain(f.whiteY);
    judged(f.luminance);
    judged(f.white);
    plain(f.black);
    for (const Figure *figure : {&f.grayMean, &f.grayMax, &f.colourMean, &f.colourMax}) {
        judged(*figure);
    }
    plain(f.gamma);
    return all << stored(f.srgbPercent) << stored(f.volumePercent);
}

QString marks(qsizetype count)
{
    return QStringList(count, QStringLiteral("?")).join(',');
}

/// "INSERT INTO visit ... ON CONFLICT ..." over these columns: a row that is there is changed only while nobody else owns it.
/// \param now the database's clock: what another computer's says decides nothing
QString visitStatement(const QString &columns, const QString &now)
{
    QStringList changes, values;
    for (const QString &column : columns.split(QStringLiteral(", "))) {
        values << (column == QStringLiteral("lease_until") ? QStringLiteral("CASE WHEN ? = 0 THEN 0 ELSE %1 + %2 END").arg(now).arg(kLeaseS)
                                                           : QStringLiteral("?"));
        if (column != QStringLiteral("uid") && column != QStringLiteral("display_id")) {
            changes << QStringLiteral("%1 = excluded.%1").arg(column);
        }
    }
    return QStringLiteral("INSERT INTO visit (%1) VALUES (%2) ON CONFLICT (uid) DO UPDATE SET %3, revision = visit.revision + 1 "
                          "WHERE visit.owner = ? OR visit.owner = '' RETURNING id")
        .arg(columns, values.join(QStringLiteral(", ")), changes.join(QStringLiteral(", ")));
}

/// A drive as it is stored: codes of so many bits where it is made of such, which take two bytes each instead of eight;
/// else bits 0 and the drive itself; NULL where it is not known.
void addDrive(QVariantList &values, const std::optional<Drive> &drive)
{
    const int bits = drive ? codeBits({drive->a, drive->b, drive->c}) : 0;
    values << bits;
    for (int c = 0; c < 3; ++c) {
        values << (drive ? QVariant(bits > 0 ? std::nearbyint((*drive)[c] * ((1 << bits) - 1)) : (*drive)[c]) : QVariant());
    }
}

std::optional<Drive> driveFrom(const Rows &rows, int column)
{
    if (rows.isNull(column + 1)) {
        return std::nullopt;
    }
    const auto bits = std::clamp<qint64>(rows.integer(column), 0, 16);
    const double top = bits > 0 ? double((1 << bits) - 1) : 1;
    return Drive{rows.real(column + 1) / top, rows.real(column + 2) / top, rows.real(column + 3) / top};
}

QVariant orNull(const Result<qint64> &id)
{
    return id ? QVariant(*id) : QVariant();
}

} // namespace

Result<qint64> Visits::write(const VisitRecord &r, qint64 displayId, VisitState state, bool allReadings)
{
    static const QString columns =
        QStringLiteral("uid, display_id, state, task, effort, started_at, finished_at, person_id, instrument_id, target_id, tolerance_id, "
                       "profile_id, checked_profile_id, ramps_id, verdict, room_lux, owner, lease_until, ")
        + kFigureColumns;
    const QString statement = visitStatement(columns, m_connection.dialect().nowSql());
    const bool running = state == VisitState::Running, read = !r.instrument.model.empty() || !r.instrument.serial.empty();
    const auto person = m_studio.personId(fromStd(r.plan.by));
    const auto instrument = read ? m_studio.instrumentId(fromStd(r.instrument.kind), fromStd(r.instrument.model), fromStd(r.instrument.serial))
                                 : Result<qint64>(qint64(0));
    const auto target = m_aims.idOf(r.plan.target), tolerance = m_aims.idOf(r.plan.tolerance);
    const auto profile = profileId(r.profile), checked = profileId(r.plan.profileIn), ramps = rampsId(r.ramps);
    for (const auto *id : {&person, &instrument, &target, &tolerance}) {
        if (!*id) {
            return id->error();
        }
    }
    // What it states of its certificate, unless it lies in the future.
    const WallTime certified = fromIsoTime(r.instrument.lastCertified.substr(0, 10) + "T00:00:00Z");
    if (read && certified > WallTime{} && certified <= r.started) {
        if (const Status s = m_studio.noteCertified(*instrument, certified); !s) {
            return s.error();
        }
    }
    for (const auto *id : {&profile, &checked, &ramps}) {
        if (!*id) {
            return id->error();
        }
    }
    QVariantList values{fromStd(r.id),
                        displayId,
                        int(state),
                        fromStd(taskName(r.plan.task)),
                        fromStd(effortName(r.plan.effort)),
                        stored(r.started),
                        r.finished == WallTime{} ? QVariant() : stored(r.finished),
                        *person,
                        read ? orNull(instrument) : QVariant(),
                        *target,
                        *tolerance,
                        *profile,
                        *checked,
                        *ramps,
                        state == VisitState::Finished ? QVariant(int(r.verdict)) : QVariant(),
                        stored(r.roomLux),
                        running ? m_owner : QStringLiteral(""),
                        int(running)};
    values << valuesOf(figuresOf(r)) << m_owner;
    Rows rows(m_connection, statement, values);
    if (!rows.good()) {
        return storageError(kNotWritten, rows.error());
    }
    if (!rows.next()) {
        return Error{
            ErrorKind::Input, say("visit-worked-another-window"), say("nothing-changed-from-here"), say("go-or-close-window"), "owned", false};
    }
    const qint64 visit = rows.integer(0);
    Status kept = writeFindings(visit, r);
    kept = kept ? writeSheet(visit, r, allReadings) : kept;
    kept = kept ? writeStates(visit, r.states) : kept;
    kept = kept && state == VisitState::Finished ? refreshStatus(visit, r, displayId) : kept;
    return kept ? Result<qint64>(visit) : kept.error();
}

Status Visits::writeFindings(qint64 visit, const VisitRecord &r)
{
    Status done = m_connection.change(QStringLiteral("DELETE FROM finding WHERE visit_id = ?"), {visit}, kNotWritten);
    int position = 0;
    const auto add = [&](const char *weight, const Message &said) {
        if (done) {
            done = m_connection.change(QStringLiteral("INSERT INTO finding (visit_id, position, weight, code, arguments) VALUES (?,?,?,?,?)"),
                                       {visit, position++, QString::fromLatin1(weight), fromStd(said.code),
                                        stored(jsonText(messageJson(said).value("arguments", Json::array())))},
                                       kNotWritten);
        }
    };
    for (const Message &s : r.reasons) {
        add("reason", s);
    }
    for (const Message &s : r.warnings) {
        add("warning", s);
    }
    return done;
}

Status Visits::writeStates(qint64 visit, const States &states)
{
    qint64 there = 0;
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT count(*) FROM state WHERE visit_id = ?"), {visit});
        there = rows.next() ? rows.integer(0) : 0;
    }
    // States are only ever added: their numbers stand in readings.
    for (auto i = size_t(there); i < states.all.size(); ++i) {
        const DisplayState &s = states.all[i];
        const auto loaded = states.ramps.find(s.ramps);
        const auto ramps = rampsId(loaded != states.ramps.end() ? loaded->second : Ramps{});
        if (!ramps) {
            return ramps.error();
        }
        const Status done = m_connection.change(
            QStringLiteral("INSERT INTO state (visit_id, number, mode, controls, ramps, ramps_id, cube, area, at_x, at_y, surround_r, surround_g, "
                           "surround_b, instrument, correction) VALUES (%1)")
                .arg(marks(15)),
            {visit, qint64(i + 1), stored(s.mode), stored(jsonText(Json(s.controls))), stored(s.ramps), *ramps, stored(s.cube), s.area, s.at[0],
             s.at[1], s.surround.a, s.surround.b, s.surround.c, stored(s.instrument), stored(s.correction)},
            kNotWritten);
        if (!done) {
            return done;
        }
    }
    return Done{};
}

Status Visits::writeSheet(qint64 visit, const VisitRecord &r, bool allReadings)
{
    return m_connection.change(QStringLiteral("INSERT INTO sheet (visit_id, form, content) VALUES (?, 1, ?) ON CONFLICT (visit_id) DO UPDATE SET "
                                              "form = excluded.form, content = excluded.content"),
                               {visit, packSheet(r, allReadings)}, kNotWritten);
}

Status Visits::insertReading(qint64 visit, const Measurement &m)
{
    QVariantList v{visit, m.index, m.state, stored(m.stage), stored(m.name), int(m.mode)};
    addDrive(v, m.rgb);
    addDrive(v, m.behind);
    for (const double x : {m.xyz.a, m.xyz.b, m.xyz.c, m.sigma.a, m.sigma.b, m.sigma.c}) {
        v << x;
    }
    for (int c = 0; c < 3; ++c) {
        v << (m.wanted ? QVariant((*m.wanted)[c]) : QVariant());
    }
    v << m.integrationS << m.t << (m.spectrum ? stored(spectrumText(*m.spectrum)) : QVariant()) << int(m.lowLight) << int(m.tooDark)
      << int(m.superseded);
    return m_connection.change(
        QStringLiteral("INSERT INTO reading (visit_id, number, state_number, stage, name, mode, bits, r, g, b, behind_bits, "
                       "behind_r, behind_g, behind_b, x, y, z, sx, sy, sz, wanted_l, wanted_a, wanted_b, integration_s, bench_s, spectrum, "
                       "low_light, too_dark, superseded) VALUES (%1)")
            .arg(marks(v.size())),
        v, say("reading-could-not-stored", m.index));
}

Result<qint64> Visits::contentId(const QString &table, const QByteArray &identity, qint64 size, const QByteArray &packed)
{
    const QByteArray sha = sha256(identity);
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT id FROM %1 WHERE sha256 = ?").arg(table), {sha});
        if (rows.next()) {
            return rows.integer(0);
        }
    }
    return m_connection.insert(QStringLiteral("INSERT INTO %1 (sha256, %2, content) VALUES (?, ?, ?) RETURNING id")
                                   .arg(table, table == QStringLiteral("profile") ? QStringLiteral("size") : QStringLiteral("entries")),
                               {sha, size, packed}, kNotWritten);
}

Result<QVariant> Visits::profileId(const Bytes &profile)
{
    if (profile.empty()) {
        return QVariant();
    }
    const QByteArray bytes = asBytes(profile);
    const auto id = contentId(QStringLiteral("profile"), bytes, bytes.size(), packProfile(profile));
    return id ? Result<QVariant>(QVariant(*id)) : id.error();
}

Result<QVariant> Visits::rampsId(const Ramps &ramps)
{
    if (ramps.empty()) {
        return QVariant();
    }
    const QByteArray packed = packRamps(ramps);
    const auto id = contentId(QStringLiteral("ramps"), packed, qint64(ramps.r.size()), packed);
    return id ? Result<QVariant>(QVariant(*id)) : id.error();
}

Status Visits::refreshStatus(qint64 visit, const VisitRecord &r, qint64 displayId)
{
    // The white left by the visit before, and when: what a check now found is how far the display has drifted since.
    std::optional<WallTime> before;
    std::optional<double> drift, days;
    {
        Rows rows =
            m_connection.read(QStringLiteral("SELECT s.finished_at, v.white_x, v.white_y, v.luminance FROM display_status s LEFT JOIN visit v "
                                             "ON v.id = s.visit_id WHERE s.display_id = ?"),
                              {displayId});
        if (rows.next()) {
            before = rows.time(0);
            const XYZ &now = r.calibrated.white;
            if (r.plan.task == Task::Check && now.b > 0 && before && !rows.isNull(1) && !rows.isNull(2) && !rows.isNull(3)) {
                const XYZ then = xyzOf({rows.real(1), rows.real(2)}, rows.real(3));
                const RelXYZ left(then.vec() / then.b);
                drift = deltaE2000(labOf(left, left), labOf(RelXYZ(now.vec() / then.b), left));
                days = std::chrono::duration<double, std::ratio<86400>>(r.finished - *before).count();
            }
        }
    }
    if (before && *before > r.finished) {
        return Done{}; // a visit of earlier, brought in late
    }
    const VisitFigures f = figuresOf(r);
    return m_connection.change(
        QStringLiteral("INSERT INTO display_status (display_id, visit_id, finished_at, verdict, due_at, white_de, colour_mean, colour_max, drift_de, "
                       "drift_days, drift_at) VALUES (?, ?, ?, ?, ? + 86400 * (SELECT cadence_days FROM display WHERE id = ?), ?, ?, ?, ?, ?, ?) "
                       "ON CONFLICT (display_id) DO UPDATE SET visit_id = excluded.visit_id, finished_at = excluded.finished_at, "
                       "verdict = excluded.verdict, due_at = excluded.due_at, white_de = excluded.white_de, colour_mean = excluded.colour_mean, "
                       "colour_max = excluded.colour_max, drift_de = coalesce(excluded.drift_de, display_status.drift_de), "
                       "drift_days = coalesce(excluded.drift_days, display_status.drift_days), "
                       "drift_at = coalesce(excluded.drift_at, display_status.drift_at)"),
        {displayId, visit, stored(r.finished), int(r.verdict), stored(r.finished), displayId, stored(f.white.value), stored(f.colourMean.value),
         stored(f.colourMax.value), stored(drift), days ? QVariant(qint64(std::llround(*days))) : QVariant(),
         drift ? stored(r.finished) : QVariant()},
        kNotWritten);
}

Ramps Visits::ramps(qint64 id) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT content FROM ramps WHERE id = ?"), {id});
    if (!rows.next()) {
        throw Unreadable(say("its-ramps-missing")); // none would pass for linear ones
    }
    return unpackRamps(rows.bytes(0));
}

Result<Bytes> Visits::profile(qint64 id) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT sha256, content FROM profile WHERE id = ?"), {id});
    const Bytes bytes = rows.next() ? unpackProfile(rows.bytes(1)) : Bytes{};
    if (bytes.empty() || sha256(asBytes(bytes)) != rows.bytes(0)) {
        return Error{ErrorKind::Storage, say("stored-profile-damaged"), say("left-as-it-is"), {}, "record", false};
    }
    return bytes;
}

States Visits::states(qint64 visit) const
{
    States all;
    Rows rows =
        m_connection.read(QStringLiteral("SELECT mode, controls, ramps, ramps_id, cube, area, at_x, at_y, surround_r, surround_g, surround_b, "
                                         "instrument, correction FROM state WHERE visit_id = ? ORDER BY number"),
                          {visit});
    while (rows.next()) {
        DisplayState s;
        s.mode = rows.text(0).toStdString();
        s.controls = Json::parse(rows.text(1).toStdString()).get<std::map<std::string, double>>();
        s.ramps = rows.text(2).toStdString();
        if (!rows.isNull(3) && !all.ramps.contains(s.ramps)) {
            all.ramps[s.ramps] = ramps(rows.integer(3));
        }
        s.cube = rows.text(4).toStdString();
        s.area = rows.real(5);
        s.at = {rows.real(6), rows.real(7)};
        s.surround = {rows.real(8), rows.real(9), rows.real(10)};
        s.instrument = rows.text(11).toStdString();
        s.correction = rows.text(12).toStdString();
        all.all.push_back(s);
    }
    return all;
}

std::vector<Measurement> Visits::readings(qint64 visit) const
{
    std::vector<Measurement> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT number, state_number, stage, name, mode, bits, r, g, b, behind_bits, behind_r, behind_g, "
                                                 "behind_b, x, y, z, sx, sy, sz, "
                                                 "wanted_l, wanted_a, wanted_b, integration_s, bench_s, spectrum, low_light, too_dark, superseded "
                                                 "FROM reading WHERE visit_id = ? ORDER BY number"),
                                  {visit});
    const auto three = [&](int c) { return std::array{rows.real(c), rows.real(c + 1), rows.real(c + 2)}; };
    while (rows.next()) {
        Measurement m;
        m.index = int(rows.integer(0));
        m.state = int(rows.integer(1));
        m.stage = rows.text(2).toStdString();
        m.name = rows.text(3).toStdString();
        m.mode = ReadMode(rows.integer(4));
        const auto xyz = three(13), sigma = three(16), wanted = three(19);
        m.rgb = driveFrom(rows, 5).value_or(Drive{std::nan(""), std::nan(""), std::nan("")});
        m.behind = driveFrom(rows, 9);
        m.xyz = {xyz[0], xyz[1], xyz[2]};
        m.sigma = {sigma[0], sigma[1], sigma[2]};
        if (!rows.isNull(19)) {
            m.wanted = Lab{wanted[0], wanted[1], wanted[2]};
        }
        m.integrationS = rows.real(22);
        m.t = rows.real(23);
        m.spectrum = spectrumFrom(rows.text(24).toStdString());
        m.lowLight = rows.integer(25) != 0;
        m.tooDark = rows.integer(26) != 0;
        m.superseded = rows.integer(27) != 0;
        all.push_back(m);
    }
    return all;
}

Said Visits::findings(qint64 visit) const
{
    Said said;
    Rows rows = m_connection.read(QStringLiteral("SELECT weight, code, arguments FROM finding WHERE visit_id = ? ORDER BY position"), {visit});
    while (rows.next()) {
        const Message m = messageFrom(Json{{"code", rows.text(1).toStdString()}, {"arguments", Json::parse(rows.text(2).toStdString())}});
        (rows.text(0) == QStringLiteral("reason") ? said.reasons : said.warnings).push_back(m);
    }
    return said;
}

Result<VisitRecord> Visits::record(const QString &visitId) const
{
    Rows rows = m_connection.read(
        QStringLiteral("SELECT v.id, s.form, s.content, t.content, o.content, v.profile_id, v.checked_profile_id, v.ramps_id, v.readings, "
                       "(SELECT d.uid FROM display d WHERE d.id = v.display_id) FROM visit v LEFT JOIN sheet s ON s.visit_id = v.id LEFT JOIN target "
                       "t ON t.id = v.target_id "
                       "LEFT JOIN tolerance o ON o.id = v.tolerance_id WHERE v.uid = ?"),
        {visitId});
    if (!rows.next()) {
        return storageError(say("visit-gone", visitId.toStdString()), rows.error());
    }
    if (rows.isNull(1)) {
        return storageError(say("visit-only-figures-kept", visitId.toStdString()));
    }
    if (rows.integer(1) == 0) {
        return recordFromJson(rows.text(2).toStdString()); // says why it cannot be read
    }
    try {
        std::vector<Measurement> read = readings(rows.integer(0));
        if (qint64(read.size()) != rows.integer(8)) {
            throw Unreadable(say("readings-missing", read.size(), rows.integer(8)));
        }
        auto record = unpackSheet(rows.bytes(2), rows.text(3).toStdString(), rows.text(4).toStdString(), read, findings(rows.integer(0)));
        if (!record) {
            return record;
        }
        VisitRecord &r = record.value();
        r.states = states(rows.integer(0));
        r.ramps = rows.isNull(7) ? Ramps{} : ramps(rows.integer(7));
        const auto own = rows.isNull(5) ? Result<Bytes>(Bytes{}) : profile(rows.integer(5));
        const auto checked = rows.isNull(6) ? Result<Bytes>(Bytes{}) : profile(rows.integer(6));
        if (!own || !checked) {
            return own ? checked.error() : own.error();
        }
        r.profile = *own;
        r.plan.profileIn = *checked;
        // Readings are stored as they come; that one was set aside later stands in the record.
        for (Measurement &m : read) {
            m.superseded = m.superseded || std::find(r.setAside.begin(), r.setAside.end(), m.index) != r.setAside.end();
        }
        r.readings = std::move(read);
        r.displayKey = rows.text(9).toStdString();
        return record;
    } catch (const std::exception &e) {
        return Error{ErrorKind::Storage, say("stored-visit-unreadable", reasonOf(e)), say("left-as-it-is"), {}, "record", false};
    }
}

} // namespace lamp::store
