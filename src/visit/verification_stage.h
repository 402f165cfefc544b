// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/guard.h"
#include "visit/stage_work.h"

#include <map>
#include <string>

namespace lamp {

/// Reads colours that were used for nothing else, and judges all of it.
class VerificationStage : public StageWork {
public:
    VerificationStage(Session &session, const KnownPanel &known, Guard &guard) : StageWork(session, Stage::Verify), m_known(known), m_guard(guard) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return m_s.budget.colours + 2.0; }

private:
    /// One time through all colours, between two readings of white.
    struct Pass {
        std::vector<TestColour> colours;
        std::vector<Measurement> read;
        Measurement before, after;
        int first = 1;            ///< number of its first reading
        bool rampsLoaded = false; ///< the display said so when it began
    };
    Result<Pass> readPass(const Profile &profile);
    /// Whether ramps are loaded, as the display says; nothing where it does not answer.
    [[nodiscard]] std::optional<bool> displaySaysLoaded();
    /// Whether the ramps were lost while colours were verified, by what the display says or by white; they are loaded again then.
    Result<bool> rampsLost(const Pass &pass);
    [[nodiscard]] std::vector<TestColour> coloursToVerify(const Profile &profile) const;
    /// Seconds of integration for what is judged closely. \param luminance cd/m²
    [[nodiscard]] double longer(double luminance) const;
    Result<Measurement> readVerified(const TestColour &colour, const Profile &profile);
    /// Reads again what somebody asks for of the colours read so far: both readings count where they agree.
    Status readWanted(const std::vector<TestColour> &colours, std::vector<Measurement> &all, const Profile &profile);
    Result<std::vector<Measurement>> readVerified(const std::vector<TestColour> &colours, const Profile &profile);
    /// Of a check: reads what tells most first, and no more once the rest could hardly change the verdict.
    /// \param colours on return those that were read
    Result<std::vector<Measurement>> readUntilCertain(std::vector<TestColour> &colours, const Profile &profile, const Measurement &white);
    /// The colour whose noise keeps a figure undecided; null where something else does.
    /// \param readLonger how often each was read longer already, by name
    VerifiedColour *keptOpenByNoise(const Check &check, const std::map<std::string, int> &readLonger);
    /// A colour read once more for as long as it lasts, drift taken off; nothing where that does not agree with what was read before.
    Result<std::optional<Measurement>> readLonger(const VerifiedColour &colour, const Measurement &before, const Measurement &after);
    Status readUndecided(const Measurement &before, const Measurement &after);

    const KnownPanel &m_known;
    Guard &m_guard;
    bool m_repeated = false; ///< calibrating was made once more already
};

} // namespace lamp
