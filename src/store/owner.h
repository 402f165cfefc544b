// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace lamp::store {

/// How long somebody is believed to work on a visit without a word from another computer, s.
constexpr qint64 kLeaseS = 120;

/// Who this is among all that work on the studio: computer, process, when that began, and a name of its own.
QString newOwner();
/// The name of this computer.
QString thisComputer();
/// Whether an owner may still be at work: on this computer the process tells, on others the lease. \param leaseLeft
/// seconds until it ends, by the database's clock
bool worksOn(const QString &owner, qint64 leaseLeft);
/// Whether an owner was of this computer and is gone.
bool isDead(const QString &owner);

} // namespace lamp::store
