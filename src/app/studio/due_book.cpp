// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/due_book.h"

#include "app/parts/background.h"
#include "store/registers.h"

namespace lamp::app {

namespace {

struct Found {
    std::vector<DueQuestion> questions;
    FleetAgeing ageing;
};

/// Takes over what history says of displays. A visit begins history anew: what it said before says nothing of the display as it was left.
void takeHistory(std::vector<DueQuestion> &into, const std::vector<DueQuestion> &from)
{
    std::unordered_map<qint64, const DueQuestion *> of;
    for (const DueQuestion &q : from) {
        of[q.key] = &q;
    }
    for (DueQuestion &q : into) {
        const auto it = of.find(q.key);
        if (it != of.end() && it->second->serial == q.serial && it->second->lastVisit == q.lastVisit) {
            q.historyKnown = it->second->historyKnown;
            q.evidence = it->second->evidence;
            q.last = it->second->last;
        }
    }
}

} // namespace

DueBook::DueBook(QObject *parent) : QObject(parent), m_background(new Background(this))
{
    connect(m_background, &Background::failed, this, [this](const QString &why) {
        Q_EMIT failed(Error{ErrorKind::Storage, verbatim(why.toStdString()), {}, {}, "history", false});
    });
}

DueBook::~DueBook()
{
    m_background->cancel();
}

Status DueBook::look(Store &store, WallTime now)
{
    std::vector<DueQuestion> known = dueByStatus(store, now);
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    if (m_place != store.path()) {
        m_background->cancel();
        m_questions.clear();
        m_of.clear();
        m_ageing = {};
        m_place = store.path();
    }
    takeHistory(known, m_questions);
    m_on = now;
    if (known.size() <= kMost) {
        workOut(); // begun before anybody hears of the change: they see that it is
    }
    take(std::move(known));
    return Done{};
}

Status DueBook::keepFresh(Store &store, WallTime now)
{
    constexpr std::chrono::minutes kWhile{10};
    const bool fresh = m_place == store.path() && now >= m_on && now - m_on < kWhile;
    return fresh ? Status(Done{}) : look(store, now);
}

void DueBook::take(std::vector<DueQuestion> questions)
{
    m_questions = std::move(questions);
    m_of.clear();
    for (size_t i = 0; i < m_questions.size(); ++i) {
        m_of[m_questions[i].key] = i;
    }
    Q_EMIT changed();
}

void DueBook::workOut()
{
    // Somebody else may write every second: what is begun is worked out to its end.
    if (m_background->busy()) {
        m_again = true;
        return;
    }
    m_again = false;
    m_background->start(
        {},
        [path = m_place, on = m_on]() -> Result<Found> {
            auto opened = Store::look(path);
            if (!opened) {
                return opened.error();
            }
            AgeingQuestion question;
            question.on = on;
            Found found;
            found.questions = dueQuestions(*opened.value(), question, &found.ageing);
            const auto problem = opened.value()->takeProblem();
            return problem ? Result<Found>(*problem) : Result<Found>(std::move(found));
        },
        [this](Result<Found> found) {
            if (!found) {
                Q_EMIT failed(found.error());
                return;
            }
            Found is = std::move(found).value();
            m_ageing = std::move(is.ageing);
            if (m_again) { // what was found is of before: of displays that were visited meanwhile it says nothing
                workOut();
                std::vector<DueQuestion> now = m_questions;
                takeHistory(now, is.questions);
                take(std::move(now));
            } else {
                take(std::move(is.questions));
            }
        });
}

DueQuestion DueBook::question(qint64 displayId) const
{
    const auto it = m_of.find(displayId);
    return it == m_of.end() ? DueQuestion{} : m_questions[it->second];
}

bool DueBook::busy() const
{
    return m_background->busy();
}

} // namespace lamp::app
