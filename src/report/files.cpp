// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/files.h"

#include "exchange/reading_table.h"

#include <array>
#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace lamp {

namespace fs = std::filesystem;

ReadingSet readingSet(const VisitRecord &record)
{
    ReadingSet set;
    set.readings = record.readings;
    set.display = record.display.model + " " + record.display.serial;
    set.instrument = record.instrument.model + " " + record.instrument.serial;
    set.correction = record.correction;
    set.created = isoTime(record.started);
    set.states = record.states;
    set.facts = factsOfVisit(record);
    return set;
}

std::optional<fs::path> rescueFolder()
{
    const char *state = std::getenv("XDG_STATE_HOME"), *home = std::getenv("HOME");
    std::vector<fs::path> parents;
    if (state != nullptr && *state == '/') {
        parents.emplace_back(fs::path(state) / "dutiful-lamp" / "rescued");
    } else if (home != nullptr && *home == '/') {
        parents.emplace_back(fs::path(home) / ".local/state/dutiful-lamp/rescued");
    }
    std::error_code code;
    parents.push_back(fs::temp_directory_path(code));
    for (const fs::path &parent : parents) {
        fs::create_directories(parent, code);
        // A name that nobody can foresee, made for this alone.
        std::string name = (parent / "dutiful-lamp-XXXXXX").string();
        if (::mkdtemp(name.data()) != nullptr) {
            if (prepareFolder(name)) {
                return fs::path(name);
            }
            ::rmdir(name.c_str());
        }
    }
    return std::nullopt;
}

ReadingJournal::ReadingJournal(fs::path path) : m_path(std::move(path))
{
    struct stat there {};
    if (::lstat(m_path.c_str(), &there) != 0) {
        return;
    }
    // A visit before this one was killed: its readings are somebody's work.
    const std::string stamp = isoTime(WallTime{std::chrono::seconds{there.st_mtime}});
    for (int n = 1; n < 1000; ++n) {
        const fs::path aside = m_path.parent_path() / ("readings.interrupted-" + stamp + (n > 1 ? "-" + std::to_string(n) : "") + ".csv");
        if (::lstat(aside.c_str(), &there) != 0) {
            if (::rename(m_path.c_str(), aside.c_str()) == 0) {
                m_earlier = aside;
            }
            return;
        }
    }
}

ReadingJournal::~ReadingJournal()
{
    if (m_fd >= 0) {
        ::close(m_fd);
    }
}

Status ReadingJournal::begin(const fs::path &path)
{
    if (m_fd >= 0) {
        ::close(m_fd);
    }
    m_length = 0;
    m_path = path;
    m_fd = ::open(path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0644);
    return m_fd >= 0 ? Status(Done{})
                     : Status(Error{ErrorKind::Storage, say("cannot-write", path.string(), std::strerror(errno)), {}, {}, "file", false});
}

Status ReadingJournal::write(const std::string &text)
{
    int code = m_fd >= 0 ? 0 : EBADF;
    for (size_t done = 0; code == 0 && done < text.size();) {
        const ssize_t n = ::write(m_fd, text.data() + done, text.size() - done);
        code = n < 0 && errno != EINTR ? errno : 0;
        done += n > 0 ? size_t(n) : 0;
    }
    if (code == 0 && ::fdatasync(m_fd) != 0 && errno != EINVAL && errno != EROFS) {
        code = errno;
    }
    if (code != 0) {
        // No half a line stays behind.
        if (m_fd >= 0) {
            (void)!::ftruncate(m_fd, m_length);
        }
        return Error{ErrorKind::Storage, say("cannot-write", m_path.string(), std::strerror(code)), {}, {}, "file", false};
    }
    m_length += long(text.size());
    return Done{};
}

Status ReadingJournal::append(const Measurement &m, const VisitRecord &record)
{
    return append(m, [&] { return readingSet(record); });
}

Status ReadingJournal::append(const Measurement &m, const std::function<ReadingSet()> &headOf)
{
    const bool first = m_all.empty();
    if (first) {
        ReadingSet head = headOf();
        head.readings.clear();
        m_all = readingsCsvHead(head);
    }
    const std::string row = readingCsvRow(m);
    m_all += row;
    if (m_lost) {
        return Done{}; // told already
    }
    Status written = first ? begin(m_path) : Status(Done{});
    if (written) {
        written = write(first ? m_all : row);
    }
    if (written) {
        return written;
    }
    Error e = written.error();
    const auto other = rescueFolder();
    if (other && begin(*other / "readings.csv") && write(m_all)) {
        e.safe = say("readings-go-on-in", m_path.string());
        return e;
    }
    m_lost = true;
    m_path.clear();
    e.safe = say("readings-held-in-memory");
    return e;
}

void ReadingJournal::discard()
{
    if (m_fd < 0) {
        return;
    }
    ::close(m_fd);
    m_fd = -1;
    ::unlink(m_path.c_str());
    if (m_path.filename() == "readings.csv") {
        std::error_code code;
        fs::remove(m_path.parent_path(), code); // the rescue folder, where nothing else lies in it
    }
}

} // namespace lamp
