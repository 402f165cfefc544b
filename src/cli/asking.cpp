// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/asking.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <locale>
#include <poll.h>
#include <sstream>
#include <unistd.h>

namespace lamp::cli {

bool Asking::possible()
{
    return ::isatty(STDIN_FILENO) == 1 && ::isatty(STDERR_FILENO) == 1;
}

std::optional<std::string> Asking::typed(const Message &prompt)
{
    m_line.tell(prompt);
    constexpr size_t kLongest = 4096;
    constexpr int kLookMs = 100; // at the stop
    for (;;) {
        if (const size_t end = m_rest.find('\n'); end != std::string::npos) {
            std::string line = m_rest.substr(0, end);
            m_rest.erase(0, end + 1);
            while (!line.empty() && (line.back() == '\r' || line.back() == ' ')) {
                line.pop_back();
            }
            return line == "q" || line == "Q" ? std::nullopt : std::optional(line);
        }
        if (m_stop.stop_requested() || m_rest.size() > kLongest) {
            return {};
        }
        pollfd in{STDIN_FILENO, POLLIN, 0};
        const int ready = ::poll(&in, 1, kLookMs);
        if (ready < 0 && errno != EINTR) {
            return {};
        }
        if (ready <= 0) {
            continue;
        }
        std::array<char, 256> bytes{};
        const ssize_t got = ::read(STDIN_FILENO, bytes.data(), bytes.size());
        if (got == 0 || (got < 0 && errno != EINTR && errno != EAGAIN)) {
            return {};
        }
        m_rest.append(bytes.data(), size_t(std::max<ssize_t>(got, 0)));
    }
}

Answer Asking::operator()(const Question &question)
{
    Answer answer;
    if (question.kind == Question::Kind::Target) {
        return answer; // it was said on the command line
    }
    for (const CheckPoint &p : question.points) {
        if (p.state != CheckPoint::State::Good) {
            m_line.tell(say("note", p.reason.empty() ? p.text : say("subject-because", p.text, p.reason)));
        }
    }
    const char *prompt =
        question.kind == Question::Kind::Control ? "ask-turned" : (question.kind == Question::Kind::Mend ? "ask-mended" : "ask-go-on");
    const auto line = typed(say(prompt, question.text));
    answer.goOn = line.has_value();
    if (question.kind == Question::Kind::Confirm && line) {
        answer.note = *line;
    }
    while (answer.goOn && question.asksMenu) {
        const auto menu = typed(say("ask-menu"));
        const auto controls = menu ? menuFrom(*menu) : std::nullopt;
        answer.goOn = menu.has_value();
        if (controls) {
            answer.menu = *controls;
            break;
        }
        if (menu) {
            m_line.tell(say("ask-menu-unread"));
        }
    }
    return answer;
}

std::optional<std::vector<Control>> menuFrom(const std::string &typed)
{
    std::string spaced = typed;
    for (char &c : spaced) {
        c = c == ',' || c == '=' || c == ';' ? ' ' : c;
    }
    std::istringstream words(spaced);
    words.imbue(std::locale::classic());
    std::vector<Control> menu;
    std::string name;
    while (words >> name) {
        Control c;
        c.name = name;
        c.min = 0;
        c.max = 100;
        c.step = 1;
        c.byPerson = true;
        const bool stands = bool(words >> c.value);
        if (stands && !words.eof() && (words >> std::ws).peek() == '/') {
            words.get();
            words >> c.max;
        }
        constexpr double kMost = 10000; // of any menu
        if (!stands || words.fail() || !(c.max > 0 && c.max <= kMost) || c.value < c.min || c.value > c.max) {
            return {};
        }
        menu.push_back(c);
    }
    return menu;
}

} // namespace lamp::cli
