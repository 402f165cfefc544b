// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "cli/studio.h"
#include "store/asked.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

Error badOption(Message what, Message todo)
{
    return {ErrorKind::Input, std::move(what), say("nothing-started"), std::move(todo), "option", false};
}

int listQuestions(bool json)
{
    nlohmann::json all = nlohmann::json::array();
    for (const Asked asked : kAsked) {
        all.push_back({{"question", askedName(asked)}, {"text", plainEnglish(askedSaid(asked))}});
        if (!json) {
            std::cout << askedName(asked) << ": " << said(askedSaid(asked)) << "\n";
        }
    }
    if (json) {
        printJson({{"questions", all}});
    }
    return kDone;
}

void tell(const Counsel &a)
{
    std::cout << said(a.said) << "\n";
    for (const Message &m : a.because) {
        std::cout << "  " << said(m) << "\n";
    }
    for (const AnswerStep &s : a.next) {
        std::cout << said(say("answer-next", s.said)) << "\n";
    }
}

} // namespace

int ask(const AskOptions &o)
{
    if (o.question.empty()) {
        return listQuestions(o.json);
    }
    const auto asked = askedFromName(o.question);
    if (!asked) {
        return report(badOption(say("option-cannot-be", "QUESTION", o.question), say("see-ask-without")), o.json);
    }
    if (o.display.empty()) {
        return report(badOption(say("option-required", "--display"), {}), o.json);
    }
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return report(studio.store().error(), o.json);
    }
    Store &store = *studio.store().value();
    const auto display = displayOf(store, o.display);
    const auto other = o.beside.empty() ? Result<qint64>(qint64(0)) : displayOf(store, o.beside);
    if (!display || !other) {
        return report(display ? other.error() : display.error(), o.json);
    }
    const auto known = askedAbout(store, *asked, display.value(), other.value(), now());
    if (!known) {
        return report(known.error(), o.json);
    }
    const Counsel answer = answerTo(*asked, known.value()->about);
    if (o.json) {
        printJson(nlohmann::json::parse(answerJson(answer, plainEnglish)));
    } else {
        tell(answer);
    }
    return answer.open ? kNotWithin : kDone;
}

} // namespace lamp::cli
