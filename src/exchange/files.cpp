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

std::string journalRow(const Measurement &m)
{
    std::ostringstream row;
    row.imbue(std::locale::classic());
    row << m.index << ',' << m.stage << ',' << m.name << ',' << m.rgb.a << ',' << m.rgb.b << ',' << m.rgb.c << ',' << m.xyz.a << ',' << m.xyz.b << ','
        << m.xyz.c << ',' << m.integrationS << ',' << m.t << '\n';
    return row.str();
}

} // namespace

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
