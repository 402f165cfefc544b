// SPDX-License-Identifier: GPL-3.0-or-later
// A libFuzzer target for each reader of foreign files; LAMP_READER says which (tests/fuzz/CMakeLists.txt).
#include "colour/cube.h"
#include "exchange/reading_table.h"
#include "judge/tolerance.h"
#include "measure/correction.h"
#include "profile/inspect.h"
#include "visit/imported.h"
#include "visit/whole_visit.h"

#include <cstdint>
#include <cstdlib>

using namespace lamp;

namespace {

constexpr int kProfile = 0, kReadings = 1, kCube = 2, kJson = 3;

/// A refusal without a word is a fault as well.
template <typename T> void wordsFor(const Result<T> &result)
{
    if (!result.ok() && result.error().what.empty()) {
        std::abort();
    }
}

void readProfile(const std::string &text)
{
    const Inspection seen = inspect(Bytes(text.begin(), text.end()), {});
    if (!seen.profile && seen.findings.empty()) {
        std::abort();
    }
}

void readReadings(const std::string &text)
{
    const auto table = readingTable(text);
    wordsFor(table);
    if (table) {
        const auto set = readingsFrom(table.value(), guessRoles(table.value()));
        wordsFor(set);
        if (set && set->readings.size() < 60) {
            wordsFor(displayModelOf(set.value()));
        }
    }
}

void readJson(const std::string &text)
{
    (void)studioFileOf(text);
    wordsFor(targetFromJson(text));
    wordsFor(toleranceFromJson(text));
    wordsFor(correctionFromJson(text));
    wordsFor(rampsFromCsv(text));
    wordsFor(wholeVisitFromJson(text));
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t *data, size_t size)
{
    const std::string text(reinterpret_cast<const char *>(data), size);
    switch (LAMP_READER) {
    case kProfile: readProfile(text); break;
    case kReadings: readReadings(text); break;
    case kCube: wordsFor(cubeFromText(text)); break;
    case kJson: readJson(text); break;
    }
    return 0;
}
