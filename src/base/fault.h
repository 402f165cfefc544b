// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "base/stopping.h"

#include <exception>
#include <utility>

namespace lamp {

/// A fault of the program itself as an error. \param why what the exception says
inline Error programFault(const std::string &why, Message safe = {})
{
    return {ErrorKind::Storage, say("program-fault", why), std::move(safe), {}, "fault", false};
}

/// Runs work on a thread whose end by an exception would be the end of the program.
/// \return what the work returns, or what `otherwise` makes of the fault: programFault(), or a Cancelled error where the work left by Stopped
template <typename Work, typename Otherwise> auto catchFaults(Work &&work, Otherwise &&otherwise) -> decltype(work())
{
    try {
        return work();
    } catch (const Stopped &) {
        return otherwise(Error{ErrorKind::Cancelled, say("stopped-on-request"), {}, {}, "cancelled", false});
    } catch (const std::exception &e) {
        return otherwise(programFault(e.what()));
    }
}

} // namespace lamp
