// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/file.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <random>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace lamp {

namespace fs = std::filesystem;

namespace {

/// Closes itself; its own error is asked for by close().
class Descriptor {
public:
    explicit Descriptor(int fd) : m_fd(fd) {}
    ~Descriptor()
    {
        if (m_fd >= 0) {
            ::close(m_fd);
        }
    }
    Descriptor(const Descriptor &) = delete;
    Descriptor &operator=(const Descriptor &) = delete;
    [[nodiscard]] int get() const { return m_fd; }
    int close() { return ::close(std::exchange(m_fd, -1)); }

private:
    int m_fd;
};

/// \param what the code of a message with the path and the reason as arguments
Error fileError(const char *what, const fs::path &path, int code, Message todo)
{
    return {ErrorKind::Storage, say(what, path.string(), std::strerror(code)), {}, std::move(todo), "file", false};
}

Error unwritable(const fs::path &path, int code)
{
    return fileError("cannot-write", path, code, code == ENOSPC || code == EDQUOT ? say("make-room-disk-or") : say("choose-folder-written"));
}

Error unreadable(const fs::path &path, Message why)
{
    return {ErrorKind::Input, say("cannot-read", path.string(), std::move(why)), say("nothing-changed"), say("check-name"), "file", false};
}

/// \return 0, or errno
int writeAll(int fd, const char *data, size_t size)
{
    for (size_t done = 0; done < size;) {
        const ssize_t n = ::write(fd, data + done, size - done);
        if (n < 0 && errno != EINTR) {
            return errno;
        }
        done += n > 0 ? size_t(n) : 0;
    }
    return 0;
}

/// A device or a pipe is written to as it is: there is nothing to be put in its place.
Status writeInto(const fs::path &path, const char *data, size_t size)
{
    Descriptor file(::open(path.c_str(), O_WRONLY | O_NOCTTY | O_NONBLOCK | O_CLOEXEC));
    int code = file.get() < 0 ? errno : 0;
    if (code == 0) {
        ::fcntl(file.get(), F_SETFL, 0); // a pipe somebody reads from may be slow
        code = writeAll(file.get(), data, size);
    }
    if (code == 0 && file.close() != 0) {
        code = errno;
    }
    return code == 0 ? Status(Done{}) : Status(unwritable(path, code));
}

Status writeWhole(const fs::path &path, const char *data, size_t size)
{
    struct stat there {};
    const bool exists = ::lstat(path.c_str(), &there) == 0;
    if (exists && S_ISDIR(there.st_mode)) {
        return unwritable(path, EISDIR);
    }
    if (exists && !S_ISREG(there.st_mode) && !S_ISLNK(there.st_mode)) {
        return writeInto(path, data, size);
    }
    const fs::path parent = path.parent_path().empty() ? fs::path(".") : path.parent_path();
    Descriptor folder(::open(parent.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (folder.get() < 0) {
        return unwritable(path, errno);
    }
    // A name that nobody can foresee, and no link that somebody put there is followed.
    std::random_device random;
    std::string name;
    int fd = -1;
    for (int attempt = 0; fd < 0 && attempt < 20; ++attempt) {
        name = "." + path.filename().string().substr(0, 200) + "." + std::to_string(random()) + ".part";
        fd = ::openat(folder.get(), name.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0666);
        if (fd < 0 && errno != EEXIST) {
            break;
        }
    }
    if (fd < 0) {
        return unwritable(path, errno);
    }
    Descriptor file(fd);
    if (exists && S_ISREG(there.st_mode)) {
        (void)!::fchmod(fd, there.st_mode & 0777);
    }
    int code = writeAll(fd, data, size);
    if (code == 0 && ::fsync(fd) != 0) {
        code = errno;
    }
    if (file.close() != 0 && code == 0) {
        code = errno;
    }
    if (code == 0 && ::renameat(folder.get(), name.c_str(), folder.get(), path.filename().c_str()) != 0) {
        code = errno;
    }
    if (code != 0) {
        ::unlinkat(folder.get(), name.c_str(), 0);
        return unwritable(path, code);
    }
    ::fsync(folder.get());
    return Done{};
}

} // namespace

Result<std::string> readFile(const fs::path &path, size_t most)
{
    // Without waiting for whoever might write into a pipe.
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_NOCTTY | O_CLOEXEC));
    if (file.get() < 0) {
        return unreadable(path, verbatim(std::strerror(errno)));
    }
    struct stat about {};
    if (::fstat(file.get(), &about) != 0) {
        return unreadable(path, verbatim(std::strerror(errno)));
    }
    if (S_ISDIR(about.st_mode)) {
        return unreadable(path, say("folder-not-file"));
    }
    if (!S_ISREG(about.st_mode)) {
        return unreadable(path, say("device-or-pipe-not"));
    }
    const Message tooLarge = say("larger-than-mib-no", most >> 20);
    if (about.st_size > 0 && size_t(about.st_size) > most) {
        return unreadable(path, tooLarge);
    }
    std::string all;
    all.reserve(size_t(about.st_size));
    std::string chunk(1 << 16, '\0');
    for (;;) {
        const ssize_t n = ::read(file.get(), chunk.data(), chunk.size());
        if (n < 0 && errno != EINTR) {
            return unreadable(path, verbatim(std::strerror(errno)));
        }
        if (n == 0) {
            return all;
        }
        if (n > 0 && all.size() + size_t(n) > most) {
            return unreadable(path, tooLarge);
        }
        all.append(chunk.data(), n > 0 ? size_t(n) : 0);
    }
}

Result<Bytes> readBytes(const fs::path &path, size_t most)
{
    const auto text = readFile(path, most);
    if (!text) {
        return text.error();
    }
    return Bytes(text->begin(), text->end());
}

Status writeFile(const fs::path &path, const std::string &content)
{
    return writeWhole(path, content.data(), content.size());
}

Status writeFile(const fs::path &path, const Bytes &content)
{
    return writeWhole(path, reinterpret_cast<const char *>(content.data()), content.size());
}

Status prepareFolder(const fs::path &folder)
{
    std::error_code code;
    fs::create_directories(folder, code);
    if (code) {
        return fileError("cannot-make-folder", folder, code.value(), say("choose-another"));
    }
    // Whether a disk has room is told only by writing on it.
    std::random_device random;
    const fs::path probe = folder / (".writable." + std::to_string(random()));
    const Status written = writeFile(probe, std::string("x"));
    fs::remove(probe, code);
    return written;
}

FolderLock::FolderLock(FolderLock &&other) noexcept : m_fd(std::exchange(other.m_fd, -1)) {}

FolderLock &FolderLock::operator=(FolderLock &&other) noexcept
{
    std::swap(m_fd, other.m_fd);
    return *this;
}

FolderLock::~FolderLock()
{
    if (m_fd >= 0) {
        ::close(m_fd);
    }
}

Result<FolderLock> FolderLock::take(const fs::path &folder)
{
    FolderLock lock;
    lock.m_fd = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (lock.m_fd < 0) {
        return fileError("cannot-use-folder", folder, errno, say("choose-another"));
    }
    if (::flock(lock.m_fd, LOCK_EX | LOCK_NB) != 0 && errno == EWOULDBLOCK) {
        return Error{ErrorKind::Input,
                     say("another-visit-writes-into", folder.string()),
                     say("nothing-started-nothing-other"),
                     say("choose-another-folder-or"),
                     "locked",
                     false};
    }
    // A file system that knows no locks (some network shares) cannot keep two visits apart; the work is not refused for it.
    return lock;
}

Result<FileLock> FileLock::take(const fs::path &path)
{
    FileLock lock;
    lock.m_fd = ::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW, 0600);
    if (lock.m_fd < 0) {
        return unwritable(path, errno);
    }
    while (::flock(lock.m_fd, LOCK_EX) != 0 && errno == EINTR) {
    }
    return lock;
}

FileLock::FileLock(FileLock &&other) noexcept : m_fd(std::exchange(other.m_fd, -1)) {}

FileLock::~FileLock()
{
    if (m_fd >= 0) {
        ::close(m_fd);
    }
}

std::string fileOrIn(const std::string &named, const char *name)
{
    std::error_code none;
    return std::filesystem::is_directory(named, none) ? (std::filesystem::path(named) / name).string() : named;
}

} // namespace lamp
