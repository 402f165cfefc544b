// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/files.h"

#include <lcms2.h>

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

struct It8Freer {
    void operator()(void *h) const { cmsIT8Free(h); }
};
using It8 = std::unique_ptr<void, It8Freer>;

const std::array<const char *, 11> kColumns{"SAMPLE_ID", "SAMPLE_NAME", "RGB_R",         "RGB_G",   "RGB_B", "XYZ_X",
                                            "XYZ_Y",     "XYZ_Z",       "INTEGRATION_S", "BENCH_S", "FLAGS"};

std::string journalRow(const Measurement &m)
{
    std::ostringstream row;
    row.imbue(std::locale::classic());
    row << m.index << ',' << m.stage << ',' << m.name << ',' << m.rgb.a << ',' << m.rgb.b << ',' << m.rgb.c << ',' << m.xyz.a << ',' << m.xyz.b << ','
        << m.xyz.c << ',' << m.integrationS << ',' << m.t << '\n';
    return row.str();
}

std::string flagsOf(const Measurement &m)
{
    std::string flags = m.mode == ReadMode::Ambient ? "ambient" : "emission";
    if (m.tooDark) {
        flags += ";too-dark";
    }
    if (m.superseded) {
        flags += ";superseded";
    }
    return flags;
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

std::string readingsToCgats(const std::vector<Measurement> &readings, const VisitRecord &record)
{
    const It8 it8(cmsIT8Alloc(nullptr));
    cmsHANDLE h = it8.get();
    cmsIT8SetSheetType(h, "CGATS.17");
    cmsIT8SetPropertyStr(h, "ORIGINATOR", "Dutiful Lamp");
    cmsIT8SetPropertyStr(h, "DESCRIPTOR", (record.display.model + " " + record.display.serial).c_str());
    cmsIT8SetPropertyStr(h, "CREATED", isoTime(record.started).c_str());
    cmsIT8SetPropertyStr(h, "INSTRUMENTATION", (record.instrument.model + " " + record.instrument.serial).c_str());
    cmsIT8SetPropertyStr(h, "MEASUREMENT_SOURCE", record.correction.empty() ? "uncorrected" : record.correction.c_str());
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_FIELDS", std::to_string(kColumns.size()).c_str());
    cmsIT8SetPropertyUncooked(h, "NUMBER_OF_SETS", std::to_string(readings.size()).c_str());
    for (size_t i = 0; i < kColumns.size(); ++i) {
        cmsIT8SetDataFormat(h, int(i), kColumns[i]);
    }
    for (size_t row = 0; row < readings.size(); ++row) {
        const Measurement &m = readings[row];
        const std::array<std::string, 11> cells{std::to_string(m.index),
                                                m.stage + ": " + m.name,
                                                fixed(100 * m.rgb.a, 5),
                                                fixed(100 * m.rgb.b, 5),
                                                fixed(100 * m.rgb.c, 5),
                                                fixed(m.xyz.a, 6),
                                                fixed(m.xyz.b, 6),
                                                fixed(m.xyz.c, 6),
                                                fixed(m.integrationS, 3),
                                                fixed(m.t, 3),
                                                flagsOf(m)};
        for (size_t i = 0; i < cells.size(); ++i) {
            cmsIT8SetDataRowCol(h, int(row), int(i), cells[i].c_str());
        }
    }
    cmsUInt32Number size = 0;
    if (!cmsIT8SaveToMem(h, nullptr, &size)) {
        return {};
    }
    std::string text(size, '\0');
    cmsIT8SaveToMem(h, text.data(), &size);
    text.resize(std::strlen(text.c_str()));
    return text;
}

Result<std::vector<Measurement>> readingsFromCgats(const std::string &text)
{
    const auto bad = [](const std::string &what) {
        return Error{ErrorKind::Input,
                     "The readings cannot be used: " + what + ".",
                     "Nothing was changed.",
                     "Choose a CGATS text file with the columns RGB_R, RGB_G, RGB_B, XYZ_X, XYZ_Y and XYZ_Z.",
                     "cgats",
                     false};
    };
    // Its own context, so that a fault in the text is told here and not printed.
    const std::unique_ptr<void, void (*)(void *)> context(cmsCreateContext(nullptr, nullptr),
                                                          [](void *c) { cmsDeleteContext(static_cast<cmsContext>(c)); });
    cmsSetLogErrorHandlerTHR(static_cast<cmsContext>(context.get()), [](cmsContext, cmsUInt32Number, const char *) {});
    const It8 it8(cmsIT8LoadFromMem(static_cast<cmsContext>(context.get()), text.data(), cmsUInt32Number(text.size())));
    if (!it8) {
        return bad("this is no CGATS text");
    }
    cmsHANDLE h = it8.get();
    for (const char *column : {"RGB_R", "RGB_G", "RGB_B", "XYZ_X", "XYZ_Y", "XYZ_Z"}) {
        if (cmsIT8FindDataFormat(h, column) < 0) {
            return bad(std::string("the column ") + column + " is missing");
        }
    }
    std::vector<Measurement> readings;
    const int rows = int(cmsIT8GetPropertyDbl(h, "NUMBER_OF_SETS"));
    const auto at = [&](int row, const char *column) {
        const int c = cmsIT8FindDataFormat(h, column);
        return c < 0 ? 0.0 : cmsIT8GetDataRowColDbl(h, row, c);
    };
    for (int row = 0; row < rows; ++row) {
        Measurement m;
        m.index = row + 1;
        if (const int c = cmsIT8FindDataFormat(h, "SAMPLE_NAME"); c >= 0) {
            const char *name = cmsIT8GetDataRowCol(h, row, c);
            m.name = name != nullptr ? name : "";
        }
        m.rgb = {at(row, "RGB_R") / 100, at(row, "RGB_G") / 100, at(row, "RGB_B") / 100};
        m.xyz = {at(row, "XYZ_X"), at(row, "XYZ_Y"), at(row, "XYZ_Z")};
        m.integrationS = at(row, "INTEGRATION_S");
        m.t = at(row, "BENCH_S");
        readings.push_back(m);
    }
    return readings;
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
