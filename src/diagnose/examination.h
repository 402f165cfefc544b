// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/inference.h"
#include "measure/reading_set.h"

namespace lamp {

/// A few readings in circumstances of their own, that tell some causes apart.
struct DiagnosticTest {
    std::string code;    ///< "large", "around", ...; its name is "test-CODE"
    double seconds = 10; ///< about what it takes
    /// \param t s since the examination began \return in order; `after` counts from the first of these
    std::function<std::vector<Observed>(double t)> patches;
    bool moves = false; ///< the instrument has to be laid elsewhere
    bool other = false; ///< needs a second instrument
};
const std::vector<DiagnosticTest> &diagnosticTests();

/// Which tests are made after the first readings.
enum class TestChoice {
    None,   ///< none: what was read at first has to do
    Needed, ///< the one that tells most for its time, until a cause is as good as sure
    All
};

struct ExaminationPlan {
    int instrument = -1; ///< of the bench; -1: the one that it starts with
    TestChoice tests = TestChoice::Needed;
    Bytes profile; ///< in use on that display; empty: not known
    WallTime now{};
};

/// Everything that is kept of it.
struct Examination {
    ExaminationPlan plan;
    BenchInfo bench;
    DisplayInfo display; ///< as found
    InstrumentInfo instrument;
    std::string correction;
    WallTime started{}, finished{};
    double benchSeconds = 0;
    std::vector<Measurement> readings;
    States states;
    Circumstances known;
    std::vector<Observed> observed;
    std::vector<std::string> tests; ///< that were made, in order
    Ranking ranking;
    std::string next; ///< the test that would tell most of those left; empty: none would
    std::vector<Message> warnings;
};

struct ExaminationHooks {
    std::function<void(const Measurement &, const Examination &)> onReading;
    std::function<void(const Examination &)> onWeighed; ///< causes were weighed anew
    std::function<void(const Message &what, double fraction, double secondsLeft)> onProgress;
    std::function<void(const Message &)> onNote;
    std::function<bool(const Error &)> askToMend;
    std::function<WallTime()> wallClock;
};

/// Looks at a display as it stands, and says what is wrong with it against what its last visit left. Changes nothing but what is shown, and where the
/// instrument lies. \param last the last visit \pre last.hasModel() \param examination is filled as it goes on: what was read is in it whatever comes
/// \return an error where the bench fails, or shows another display than the visit's
Status examine(Bench &bench, const VisitedDisplay &last, const ExaminationPlan &plan, const ExaminationHooks &hooks, const std::stop_token &stop,
               Examination &examination);

/// Its readings, for files.
ReadingSet readingSet(const Examination &examination);
/// What it comes to, in sentences: the most probable first, what speaks for and against each, what to do, what would tell more.
std::vector<Message> examinationSaid(const Examination &examination);
/// `diagnosis.json`, schema "dutiful-lamp/diagnosis/1" (docs/user-guide.md, "What is wrong").
std::string examinationJson(const Examination &examination, const Wording &wording);

} // namespace lamp
