// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/examination.h"

#include "base/json.h"
#include "store/packed.h"
#include "visit/consistency.h"

#include <algorithm>
#include <cmath>

namespace lamp::store {

namespace {

class Examination {
public:
    Examination(Store &store, const std::stop_token &stop) : m_store(store), m_stop(stop) {}

    std::vector<Message> run()
    {
        for (const auto part : {&Examination::identities, &Examination::contents, &Examination::aims, &Examination::visits, &Examination::statuses,
                                &Examination::kept, &Examination::histories}) {
            if (m_stop.stop_requested()) {
                break;
            }
            m_told = m_more = 0;
            (this->*part)();
            if (m_more > 0) {
                m_all.push_back(say("finding-more", m_more));
            }
        }
        return std::move(m_all);
    }

private:
    void tell(Message finding)
    {
        constexpr int kNamed = 20;
        if (++m_told <= kNamed) {
            m_all.push_back(std::move(finding));
        } else {
            ++m_more;
        }
    }
    void unreadable(std::string what, Message why) { tell(say("finding-unreadable", std::move(what), std::move(why))); }
    Rows rows(const char *sql) { return m_store.connection().read(QString::fromLatin1(sql)); }

    void identities()
    {
        Rows displays = rows("SELECT name FROM display WHERE uid = ''");
        while (displays.next()) {
            tell(say("finding-no-identity", displays.text(0).toStdString()));
        }
        Rows studios = rows("SELECT count(*), count(CASE WHEN uid = '' THEN 1 END) FROM studio");
        if (!studios.next() || studios.integer(0) != 1 || studios.integer(1) != 0) {
            tell(say("finding-no-identity", m_store.shown().toStdString()));
        }
    }

    /// Profiles and ramps, each by its checksum.
    void contents()
    {
        Rows profiles = rows("SELECT id, sha256, size, content FROM profile ORDER BY id");
        while (profiles.next() && !m_stop.stop_requested()) {
            try {
                const Bytes bytes = unpackProfile(profiles.bytes(3));
                if (sha256(asBytes(bytes)) != profiles.bytes(1) || qint64(bytes.size()) != profiles.integer(2)) {
                    tell(say("finding-checksum", say("finding-profile", int(profiles.integer(0)))));
                }
            } catch (const std::exception &e) {
                tell(say("finding-unreadable", say("finding-profile", int(profiles.integer(0))), reasonOf(e)));
            }
        }
        Rows ramps = rows("SELECT id, sha256, entries, content FROM ramps ORDER BY id");
        while (ramps.next() && !m_stop.stop_requested()) {
            try {
                if (sha256(ramps.bytes(3)) != ramps.bytes(1) || qint64(unpackRamps(ramps.bytes(3)).r.size()) != ramps.integer(2)) {
                    tell(say("finding-checksum", say("finding-ramps", int(ramps.integer(0)))));
                }
            } catch (const std::exception &e) {
                tell(say("finding-unreadable", say("finding-ramps", int(ramps.integer(0))), reasonOf(e)));
            }
        }
    }

    void aims()
    {
        const auto check = [&](const char *sql, const auto &fromJson) {
            Rows all = rows(sql);
            while (all.next()) {
                const auto aim = fromJson(all.text(2).toStdString());
                if (!aim) {
                    unreadable(all.text(1).toStdString(), aim.error().what);
                } else if (sha256(all.text(2).toUtf8()) != all.bytes(0)) {
                    tell(say("finding-checksum", all.text(1).toStdString()));
                }
            }
        };
        check("SELECT sha256, name, content FROM target ORDER BY id", &targetFromJson);
        check("SELECT sha256, name, content FROM tolerance ORDER BY id", &toleranceFromJson);
        Rows corrections = rows("SELECT instrument_model, content FROM correction ORDER BY id");
        while (corrections.next()) {
            if (const auto c = correctionFromJson(corrections.text(1).toStdString()); !c) {
                unreadable(corrections.text(0).toStdString(), c.error().what);
            }
        }
    }

    void visits()
    {
        QStringList all;
        {
            Rows uids = rows("SELECT uid FROM visit ORDER BY id");
            while (uids.next()) {
                all << uids.text(0);
            }
        }
        for (const QString &uid : all) {
            if (m_stop.stop_requested()) {
                return;
            }
            const auto record = m_store.visits().record(uid);
            const auto entry = m_store.visits().entry(uid);
            if (!record || !entry) {
                unreadable(uid.toStdString(), record ? say("packed-content-damaged") : record.error().what);
            } else {
                visit(*entry, *record);
            }
        }
    }

    void visit(const VisitEntry &entry, const VisitRecord &record)
    {
        const std::string uid = entry.id.toStdString();
        const auto name = [](Verdict v) {
            return say(v == Verdict::Pass ? "verdict-pass" : (v == Verdict::Fail ? "verdict-fail" : "verdict-undecided"));
        };
        if (entry.state == VisitState::Finished && entry.verdict != record.verdict) {
            tell(say("finding-verdict", uid, name(entry.verdict), name(record.verdict)));
        }
        if (const Message why = contradictionIn(record); !why.empty()) {
            tell(say("finding-contradicts", uid, why));
        }
        if (entry.state == VisitState::Finished && figuresDiffer(entry.figures, figuresOf(record))) {
            tell(say("finding-figures", uid));
        }
    }

    /// Of what is judged; others were worked out in other ways by earlier versions.
    static bool figuresDiffer(const VisitFigures &stored, const VisitFigures &found)
    {
        const auto differ = [](const Figure &p, const Figure &q) {
            constexpr double kRounding = 1e-6;
            return p.value && q.value && std::abs(*p.value - *q.value) > kRounding * (1 + std::abs(*q.value));
        };
        return differ(stored.whiteX, found.whiteX) || differ(stored.whiteY, found.whiteY) || differ(stored.luminance, found.luminance)
               || differ(stored.white, found.white) || differ(stored.grayMean, found.grayMean) || differ(stored.grayMax, found.grayMax)
               || differ(stored.colourMean, found.colourMean) || differ(stored.colourMax, found.colourMax);
    }

    void statuses()
    {
        Rows all =
            rows("SELECT d.name, s.verdict, v.verdict, s.finished_at, v.finished_at, v.display_id, s.display_id FROM display_status s JOIN display d "
                 "ON d.id = s.display_id JOIN visit v ON v.id = s.visit_id WHERE v.state = 1");
        while (all.next()) {
            if (all.integer(1) != all.integer(2) || all.integer(3) != all.integer(4) || all.integer(5) != all.integer(6)) {
                tell(say("finding-status", all.text(0).toStdString()));
            }
        }
    }

    /// Measurements and photographs, those that were put away as well.
    void kept()
    {
        std::vector<std::pair<qint64, QByteArray>> measured;
        {
            Rows all = rows("SELECT id, identity FROM measurement ORDER BY id");
            while (all.next()) {
                measured.emplace_back(all.integer(0), all.bytes(1));
            }
        }
        for (const auto &[id, identity] : measured) {
            if (m_stop.stop_requested()) {
                return;
            }
            const auto document = m_store.measurements().document(id);
            if (!document) {
                tell(say("finding-unreadable", say("finding-measurement", int(id)), say("packed-content-damaged")));
            } else if (sha256(QByteArray::fromStdString(*document)) != identity) {
                tell(say("finding-checksum", say("finding-measurement", int(id))));
            } else if (const auto described = m_store.measurements().describe(*document); !described) {
                tell(say("finding-unreadable", say("finding-measurement", int(id)), described.error().what));
            }
        }
        Rows pictures = rows("SELECT id, content FROM picture ORDER BY id");
        while (pictures.next() && !m_stop.stop_requested()) {
            QByteArray content = pictures.bytes(1);
            if (content.isEmpty() || content.size() > kMostPictureBytes) {
                tell(say("finding-unreadable", say("finding-picture", int(pictures.integer(0))), say("packed-content-damaged")));
            }
        }
    }

    void histories()
    {
        std::vector<qint64> displays;
        {
            Rows all = rows("SELECT id FROM display ORDER BY id");
            while (all.next()) {
                displays.push_back(all.integer(0));
            }
        }
        for (const qint64 id : displays) {
            // Each row by the identity that its content gives.
            if (const int foreign = m_store.histories().fresh(id, m_store.histories().written(id)); foreign > 0) {
                const auto display = m_store.studio().display(id);
                tell(say("finding-history", display ? display->name.toStdString() : std::string(), foreign));
            }
        }
        Rows events =
            rows("SELECT d.name FROM display_event e JOIN display d ON d.id = e.display_id WHERE e.kind NOT IN ('added', 'moved', 'retired', "
                 "'restored')");
        while (events.next()) {
            tell(say("finding-event", events.text(0).toStdString()));
        }
    }

    Store &m_store;
    const std::stop_token &m_stop;
    std::vector<Message> m_all;
    int m_told = 0, m_more = 0;
};

} // namespace

std::vector<Message> rowFindings(Store &store, const std::stop_token &stop)
{
    return Examination(store, stop).run();
}

} // namespace lamp::store
