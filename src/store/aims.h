// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/target.h"
#include "judge/tolerance.h"
#include "measure/correction.h"
#include "store/connection.h"

#include <vector>

namespace lamp::store {

/// What visits aim at and are judged by: the studio's targets and tolerances; and its instruments' corrections.
class Aims {
public:
    explicit Aims(Connection &connection) : m_connection(connection) {}

    /// Keeps a target or a tolerance of the studio's own in place of one of its name; that of a built-in one is refused.
    Status keep(const Target &target);
    Status keep(const Tolerance &tolerance);
    /// Takes a target of the studio's own off the list; visits that aimed at it keep it. Nothing where there is none of the name.
    Status takeOff(const std::string &target);
    /// The built-in ones, then the studio's own.
    [[nodiscard]] std::vector<Target> targets() const;
    [[nodiscard]] std::vector<Tolerance> tolerances() const;
    /// The built-in ones and all that visits aimed at or were ever kept; of several of one name the newest.
    [[nodiscard]] std::vector<Target> everyTarget() const;
    /// By its name; the built-in usual one where there is none of it.
    [[nodiscard]] Target target(const std::string &name) const;
    [[nodiscard]] Tolerance tolerance(const std::string &name) const;

    /// Keeps a correction that was made here; corrections() gives all, the newest first.
    Status add(const MatrixCorrection &correction);
    [[nodiscard]] std::vector<MatrixCorrection> corrections() const;

    /// The number of a target or tolerance as visits point at it; it is kept where it is new.
    Result<qint64> idOf(const Target &target);
    Result<qint64> idOf(const Tolerance &tolerance);

private:
    Connection &m_connection;
};

} // namespace lamp::store
