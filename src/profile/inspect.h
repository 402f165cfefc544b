// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "icc/icc.h"

namespace lamp {

/// Something that is to be said about a profile.
struct Finding {
    enum class Weight {
        Note,  ///< worth knowing
        Doubt, ///< unusual: look before using it
        Fault  ///< wrong: do not use it
    } weight = Weight::Note;
    std::string place; ///< "header", a tag's signature, or "colours"
    Message text;
};
/// "note", "doubt", "fault"
std::string weightName(Finding::Weight weight);
Message named(Finding::Weight weight);

/// An entry of a profile's tag table (ICC.1, 7.3).
struct TagEntry {
    std::string signature, type; ///< four characters each; type is "?" where it lies outside the file
    std::uint32_t offset = 0, size = 0;
    Message means;
};

/// Everything that can be told of a profile without a display.
struct Inspection {
    size_t bytes = 0;
    std::vector<TagEntry> tags;
    std::vector<Finding> findings;
    std::optional<Profile> profile; ///< where it can be opened
    std::optional<Profile::Facts> facts;
    std::array<std::vector<double>, 3> tone; ///< light of each channel relative to its most, at 256 equal steps of drive

    [[nodiscard]] bool sound() const;
};

/// Reads whatever bytes these are; never fails, never believes a size that it has not checked.
/// \param now to tell a creation date in the future
Inspection inspect(const Bytes &bytes, WallTime now);

/// What an inspected profile means; empty where it cannot be opened.
std::vector<Message> meaningOf(const Inspection &seen);

} // namespace lamp
