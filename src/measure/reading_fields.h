// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "measure/gauge.h"

#include <functional>
#include <string>
#include <vector>

namespace lamp {

/// What a reading carries beside drive and colour, as text: one list for all file formats, so that none of them drops
/// anything.
struct ReadingField {
    std::string key;                        ///< in JSON and CxF
    std::string heading;                    ///< in CSV, with its unit
    std::string cgats;                      ///< in CGATS text (ISO 28178 where it has a name for it); empty: not a single column there
    bool numeric = false, optional = false; ///< optional: not every reading has one, nor do files of earlier versions
    std::function<std::string(const Measurement &)> write;
    /// \return false where the text is none of this field's
    std::function<bool(Measurement &, const std::string &)> read;
};
const std::vector<ReadingField> &readingFields();

/// "380 5 0.1 0.2": start and step in nm, then values; and back.
std::string spectrumText(const Spectrum &spectrum);
std::optional<Spectrum> spectrumFrom(const std::string &text);

} // namespace lamp
