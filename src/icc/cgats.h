// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "measure/reading_set.h"

#include <string>

namespace lamp {

/// Readings as a CGATS.17 / ISO 28178 text, written by Little CMS: one row a reading with drive (0..100),
/// tristimulus values (cd/m²), what else a reading carries, and its spectrum in columns of its own.
std::string readingsToCgats(const ReadingSet &set);

/// Readings from a text that readingsToCgats wrote. The error says what is missing.
Result<ReadingSet> readingsFromCgats(const std::string &text);

/// Any CGATS text as columns and rows of text (ISO 28178).
struct CgatsTable {
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> rows;
    std::vector<std::pair<std::string, std::string>> properties;
    std::vector<std::pair<std::string, std::string>> comments; ///< lines "# name: value"
};
Result<CgatsTable> readCgats(const std::string &text);

/// The spectrum that a row holds in columns SPECTRAL_nm at even steps; nothing where it has none.
std::optional<Spectrum> spectrumOf(const CgatsTable &table, const std::vector<std::string> &cells);

/// What such a text says beside its rows: display, instrument, correction, date, where its drives stand.
ReadingSet factsOf(const CgatsTable &table);

} // namespace lamp
