// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

#include <string>
#include <utility>
#include <variant>

namespace lamp {

/// What went wrong, in the classes that decide an exit status and the way back.
enum class ErrorKind {
    Input,     ///< bad arguments, files or targets: nothing was started (exit status 2)
    Bench,     ///< the bench failed and could not be recovered (exit status 3)
    Cancelled, ///< a person stopped the work
    Storage    ///< a file, folder or database could not be used
};

/// An error that a person sees: what happened, what is safe, and what to do.
struct Error {
    ErrorKind kind = ErrorKind::Input;
    Message what;
    Message safe;
    Message todo;
    std::string code; ///< protocol error code where the bench gave one, else empty
    bool retry = false;

    /// One paragraph: the three sentences that are not empty.
    [[nodiscard]] Message paragraph() const { return sentences({what, safe, todo}); }
};

/// The error of a file or text that cannot be used; nothing was changed.
/// \param subject "The readings cannot be used" \param why a clause, without a full stop
inline Error unusable(Message subject, Message why, Message todo, std::string code)
{
    return {ErrorKind::Input,       say("subject-and-why", std::move(subject), std::move(why)),
            say("nothing-changed"), std::move(todo),
            std::move(code),        false};
}

/// A value or the error that prevented it. The caller looks before it takes.
template <typename T> class [[nodiscard]] Result {
public:
    Result(T value) : m_state(std::move(value)) {}
    Result(Error error) : m_state(std::move(error)) {}

    [[nodiscard]] bool ok() const { return std::holds_alternative<T>(m_state); }
    explicit operator bool() const { return ok(); }

    [[nodiscard]] const T &value() const & { return std::get<T>(m_state); }
    [[nodiscard]] T &value() & { return std::get<T>(m_state); }
    [[nodiscard]] T &&value() && { return std::get<T>(std::move(m_state)); }
    [[nodiscard]] const Error &error() const { return std::get<Error>(m_state); }

    const T *operator->() const { return &std::get<T>(m_state); }
    const T &operator*() const & { return std::get<T>(m_state); }

private:
    std::variant<T, Error> m_state;
};

/// The result of an act that gives nothing back.
struct Done {};
using Status = Result<Done>;

} // namespace lamp
