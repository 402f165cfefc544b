// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/beside_runner.h"

#include "store/store.h"

namespace lamp::app {

void BesideRunner::begin(qint64 displayId, double speed, std::function<void(const std::stop_token &)> work)
{
    m_running = true;
    m_speed = speed;
    m_displayId = displayId;
    m_thread = std::jthread([work = std::move(work)](const std::stop_token &stop) { work(stop); });
}

void BesideRunner::stop()
{
    m_thread.request_stop();
    if (m_thread.joinable()) {
        m_thread.join();
    }
}

void BesideRunner::answer(bool again)
{
    const std::scoped_lock lock(m_mutex);
    m_answer = again;
    m_condition.notify_all();
}

bool BesideRunner::ask(const Error &fault, const std::stop_token &stop)
{
    std::unique_lock lock(m_mutex);
    m_answer.reset();
    Q_EMIT asked(fault);
    return m_condition.wait(lock, stop, [this] { return m_answer.has_value(); }) && *m_answer;
}

void BesideRunner::keepInStudio(const BesidePlace &place, const std::string &document, BesideEnd &end)
{
    if (place.studio.isEmpty()) {
        return;
    }
    constexpr std::chrono::seconds kPatience{30}; // with a server that is started anew; nobody waits for this thread
    auto store = Store::open(place.studio);
    if (store) {
        store.value()->setPatience(kPatience);
    }
    const auto kept = store ? store.value()->measurements().add(document, place.displayId) : Result<qint64>(store.error());
    if (!kept && !end.unkept) {
        end.unkept = kept.error();
        end.unkept->safe = say("measurement-in-files", end.folder.toStdString());
    }
}

bool BesideRunner::note(BesideEnd &end, const std::filesystem::path &folder, const Result<KeptResults> &kept)
{
    end.unkept = kept ? kept->problem : std::optional(kept.error());
    end.folder = text((kept ? kept->folder : folder).string());
    return kept.ok();
}

} // namespace lamp::app
