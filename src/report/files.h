// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "icc/cgats.h"
#include "icc/icc.h"
#include "visit/record.h"

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

namespace lamp {

/// A visit's readings, to be written down.
ReadingSet readingSet(const VisitRecord &record);

/// A folder of its own for what could not be written where it was asked for: under $XDG_STATE_HOME, or else the temporary
/// folder. Made anew at each call. \return nothing where no place can be written to
std::optional<std::filesystem::path> rescueFolder();

/// Appends readings to a journal as they are taken, so that a killed program loses none. The journal is a CSV that can be
/// brought in like any other. What an earlier visit left is kept beside it under another name. Where the disk fills up, all
/// of it goes on in a rescue folder.
class ReadingJournal {
public:
    /// \param path of the journal; nothing is written before the first reading
    explicit ReadingJournal(std::filesystem::path path);
    ~ReadingJournal();
    ReadingJournal(const ReadingJournal &) = delete;
    ReadingJournal &operator=(const ReadingJournal &) = delete;

    /// The file in which readings of an interrupted earlier visit are kept now; empty where there were none.
    [[nodiscard]] const std::filesystem::path &earlier() const { return m_earlier; }
    /// \param record for what stands at the head of the file \return an error that says where the journal went on, or that no
    /// place could be written to; told once
    Status append(const Measurement &m, const VisitRecord &record);
    /// \param head of the file, without readings; asked for before the first one only
    Status append(const Measurement &m, const std::function<ReadingSet()> &head);
    /// Where the readings are now; empty before the first, and where no place could be written to.
    [[nodiscard]] const std::filesystem::path &path() const { return m_path; }
    /// Deletes the journal: its readings are kept elsewhere now.
    void discard();

private:
    Status begin(const std::filesystem::path &path);
    Status write(const std::string &text);
    std::filesystem::path m_path, m_earlier;
    std::string m_all; ///< everything so far, for going on elsewhere
    int m_fd = -1;
    long m_length = 0;
    bool m_lost = false;
};

} // namespace lamp
