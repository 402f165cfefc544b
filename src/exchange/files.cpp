// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/files.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace lamp {

namespace fs = std::filesystem;

namespace {

Error fileError(const std::string &what, const fs::path &path, int code, const std::string &todo)
{
    return {ErrorKind::Storage, what + " " + path.string() + ": " + std::strerror(code) + ".", "", todo, "file", false};
}

Status writeWhole(const fs::path &path, const char *data, size_t size)
{
    const fs::path temporary = path.string() + ".part";
    const int fd = ::open(temporary.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
    if (fd < 0) {
        return fileError("Cannot write", path, errno, "Choose a folder that can be written to.");
    }
    size_t done = 0;
    int code = 0;
    while (done < size && code == 0) {
        const ssize_t n = ::write(fd, data + done, size - done);
        if (n < 0) {
            code = errno == EINTR ? 0 : errno;
        } else {
            done += size_t(n);
        }
    }
    if (code == 0 && ::fsync(fd) != 0) {
        code = errno;
    }
    ::close(fd);
    if (code == 0 && std::rename(temporary.c_str(), path.c_str()) != 0) {
        code = errno;
    }
    if (code != 0) {
        ::unlink(temporary.c_str());
        return fileError("Cannot write", path, code,
                         code == ENOSPC ? "Make room on the disk, or choose another folder." : "Choose a folder that can be written to.");
    }
    return Done{};
}

std::string journalRow(const Measurement &m)
{
    std::ostringstream row;
    row.imbue(std::locale::classic());
    row << m.index << ',' << m.stage << ',' << m.name << ',' << m.rgb.a << ',' << m.rgb.b << ',' << m.rgb.c << ',' << m.xyz.a << ',' << m.xyz.b << ','
        << m.xyz.c << ',' << m.integrationS << ',' << m.t << '\n';
    return row.str();
}

} // namespace

Result<std::string> readFile(const fs::path &path)
{
    std::error_code code;
    if (fs::is_directory(path, code)) {
        return Error{ErrorKind::Input, path.string() + " is a folder, not a file.", "", "Check the name.", "file", false};
    }
    std::ifstream in(path, std::ios::binary);
    if (!in) {
        return Error{ErrorKind::Input, "Cannot read " + path.string() + ": " + std::strerror(errno) + ".", "", "Check the name.", "file", false};
    }
    std::ostringstream all;
    all << in.rdbuf();
    if (in.bad()) {
        return Error{ErrorKind::Input, "Cannot read " + path.string() + ".", "", "Check the name; it may be a folder.", "file", false};
    }
    return all.str();
}

Result<Bytes> readBytes(const fs::path &path)
{
    const auto text = readFile(path);
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
        return fileError("Cannot make the folder", folder, code.value(), "Choose another with --out.");
    }
    const fs::path probe = folder / ".writable";
    if (const Status s = writeFile(probe, std::string("x")); !s) {
        return s;
    }
    fs::remove(probe, code);
    return Done{};
}

ReadingSet readingSet(const VisitRecord &record)
{
    return {record.readings,
            {},
            record.display.model + " " + record.display.serial,
            record.instrument.model + " " + record.instrument.serial,
            record.correction,
            isoTime(record.started),
            false};
}

ReadingJournal::ReadingJournal(fs::path path) : m_path(std::move(path)) {}

ReadingJournal::~ReadingJournal()
{
    if (m_fd >= 0) {
        ::close(m_fd);
    }
}

void ReadingJournal::append(const Measurement &m)
{
    if (m_fd < 0) {
        m_fd = ::open(m_path.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
        if (m_fd < 0) {
            return; // the folder was checked before; a disk that fills up meanwhile is told at the end
        }
        const std::string head = "index,stage,name,r,g,b,X_cd_m2,Y_cd_m2,Z_cd_m2,integration_s,bench_s\n";
        (void)!::write(m_fd, head.data(), head.size());
    }
    const std::string row = journalRow(m);
    (void)!::write(m_fd, row.data(), row.size());
}

void ReadingJournal::discard()
{
    if (m_fd >= 0) {
        ::close(m_fd);
        m_fd = -1;
        ::unlink(m_path.c_str());
    }
}

} // namespace lamp
