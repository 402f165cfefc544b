// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "profile/cgats.h"
#include "profile/icc.h"
#include "visit/record.h"

#include <filesystem>
#include <string>
#include <vector>

namespace lamp {

/// A visit's readings, to be written down.
ReadingSet readingSet(const VisitRecord &record);

/// Appends readings to a journal as they are taken, so that a killed program loses none.
class ReadingJournal {
public:
    /// \param path of the journal; nothing is written before the first reading
    explicit ReadingJournal(std::filesystem::path path);
    ~ReadingJournal();
    ReadingJournal(const ReadingJournal &) = delete;
    ReadingJournal &operator=(const ReadingJournal &) = delete;
    void append(const Measurement &m);
    /// Deletes the journal: its readings are kept elsewhere now.
    void discard();

private:
    std::filesystem::path m_path;
    int m_fd = -1;
};

} // namespace lamp
