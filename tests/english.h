// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "words/words.h"

namespace lamptest {

/// What a person reads of a message or an error, in English and with the numbers of files: what tests look at.
inline std::string english(const lamp::Message &message)
{
    return lamp::plainEnglish(message);
}
inline std::string english(const lamp::Error &error)
{
    return lamp::plainEnglish(error.paragraph());
}

} // namespace lamptest

using lamptest::english;
