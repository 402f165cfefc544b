// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/file.h"

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

} // namespace lamp
