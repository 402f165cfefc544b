// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QtGlobal>

#include <span>
#include <string>

namespace lamp {

/// A sentence of the catalogue. %1 to %9 stand for the arguments in their order; in what is counted %n stands for the
/// first of them.
struct Sentence {
    const char *code;
    const char *text;          ///< in English; what is translated. Of what is counted: of many
    const char *one = nullptr; ///< of what is counted: of one
};

/// The whole catalogue, by what it is about.
namespace catalogue {
std::span<const Sentence> files();
std::span<const Sentence> studio();
std::span<const Sentence> fleet();
std::span<const Sentence> desktop();
std::span<const Sentence> bench();
std::span<const Sentence> visit();
std::span<const Sentence> profiles();
std::span<const Sentence> report();
std::span<const Sentence> commands();
std::span<const Sentence> survey();
std::span<const Sentence> diagnosis();
std::span<const Sentence> answers();
} // namespace catalogue

/// Words that stand in the names of patches ("white", "warming up"), names of usual controls, and data that ships with the program (why a target
/// is as it is): they are translated where they are shown, by their text.
std::span<const char *const> patchWords();
std::span<const char *const> dataSentences();
std::span<const char *const> controlNames();

/// \return nothing for a code that is not in the catalogue
const Sentence *sentenceOf(const std::string &code);

} // namespace lamp
