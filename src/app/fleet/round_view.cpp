// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/round_view.h"

#include "app/fleet/round_chart.h"
#include "app/parts/banner.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"
#include "app/parts/working_line.h"
#include "app/studio/due_book.h"
#include "base/file.h"
#include "report/round_sheet.h"
#include "store/registers.h"
#include "visit/worklist.h"

#include <QCheckBox>
#include <QDateTime>
#include <QDoubleSpinBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>
#include <QTimeEdit>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

constexpr double kBreakMinutes = 30;

/// The clock on the wall as a round counts it: local time, written as if it were UTC.
WallTime onTheWall(const QDateTime &local)
{
    return WallTime{std::chrono::seconds{local.toSecsSinceEpoch() + local.offsetFromUtc()}};
}

} // namespace

RoundView::RoundView(DueBook &due, Banner &banner, QWidget *parent)
    : QFrame(parent), m_due(due), m_banner(banner), m_background(this), m_summary(new QLabel), m_working(new WorkingLine(m_background)),
      m_left(new QLabel), m_from(new QTimeEdit), m_breakFrom(new QTimeEdit(QTime(12, 0))), m_people(new QSpinBox), m_hours(new QDoubleSpinBox),
      m_soon(new QCheckBox(tr("due soon as &well"))), m_break(new QCheckBox(tr("&break of half an hour at"))), m_chart(new RoundChart),
      m_steps(plainTable({tr("When"), tr("What"), tr("Visit"), tr("Room")}, tr("The round, step by step"), 22)),
      m_open(new QPushButton(tr("Begin the &visit"))), m_visited(new QPushButton(tr("It is d&one"))), m_off(new QPushButton(tr("&Not today"))),
      m_print(new QPushButton(tr("&List to take along…")))
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_summary->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_summary->setFont(large);
    m_summary->setWordWrap(true);
    m_left->setWordWrap(true);
    m_steps->verticalHeader()->hide();
    m_steps->setShowGrid(false);
    m_steps->setSelectionMode(QAbstractItemView::SingleSelection);
    m_steps->setTabKeyNavigation(false);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    layout->addWidget(m_summary);
    layout->addWidget(m_working);
    layout->addWidget(dayPart());
    layout->addWidget(m_chart);
    layout->addWidget(m_left);
    layout->addWidget(m_steps, 1);
    layout->addWidget(actionsPart());
    connect(m_chart, &RoundChart::stopChosen, this, &RoundView::choose);
    connect(m_chart, &RoundChart::stopOpened, this, &RoundView::open);
    connect(m_steps, &QTableWidget::currentCellChanged, this,
            [this](int row) { m_chart->choose(row >= 0 && row < int(m_stopOfRow.size()) ? m_stopOfRow[size_t(row)] : -1); });
    connect(m_steps, &QTableWidget::cellActivated, this, [this](int row) { open(row >= 0 ? m_stopOfRow[size_t(row)] : -1); });
    connect(&m_background, &Background::failed, this, [this](const QString &why) { m_banner.say(tr("That could not be done: %1.").arg(why)); });
    connect(&m_due, &DueBook::changed, this, &RoundView::lookAtDue);
    connect(&m_due, &DueBook::failed, this, &RoundView::lookAtDue); // by visits, events and assignments then
    choose(-1);
}

QWidget *RoundView::dayPart()
{
    m_from->setDisplayFormat(QStringLiteral("HH:mm"));
    m_breakFrom->setDisplayFormat(QStringLiteral("HH:mm"));
    m_from->setAccessibleName(tr("Beginning"));
    m_breakFrom->setAccessibleName(tr("Beginning of the break"));
    m_people->setRange(1, 20);
    m_people->setAccessibleName(tr("People"));
    m_hours->setRange(0.5, 12);
    m_hours->setSingleStep(0.5);
    m_hours->setDecimals(1);
    m_hours->setValue(4);
    m_hours->setSuffix(tr(" h"));
    m_hours->setAccessibleName(tr("Longest, hours"));
    auto *part = new QWidget;
    auto *layout = new QHBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    const auto labelled = [&](const QString &words, QWidget *w) {
        auto *label = new QLabel(words);
        label->setBuddy(w);
        layout->addWidget(label);
        layout->addWidget(w);
        layout->addSpacing(8);
    };
    labelled(tr("F&rom"), m_from);
    labelled(tr("at &most"), m_hours);
    labelled(tr("&people"), m_people);
    layout->addWidget(m_soon);
    layout->addSpacing(8);
    layout->addWidget(m_break);
    layout->addWidget(m_breakFrom);
    layout->addStretch(1);
    // What is entered plans another round than the one that goes on.
    const auto entered = [this] {
        m_laterDay = true;
        plan();
    };
    connect(m_from, &QTimeEdit::timeChanged, this, entered);
    connect(m_breakFrom, &QTimeEdit::timeChanged, this, entered);
    connect(m_people, &QSpinBox::valueChanged, this, entered);
    connect(m_hours, &QDoubleSpinBox::valueChanged, this, entered);
    connect(m_soon, &QCheckBox::toggled, this, entered);
    connect(m_break, &QCheckBox::toggled, this, entered);
    return part;
}

QWidget *RoundView::actionsPart()
{
    auto *part = new QWidget;
    auto *layout = new QHBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    auto *anew = new QPushButton(tr("Plan the day &anew"));
    for (QPushButton *b : {m_open, m_visited, m_off}) {
        layout->addWidget(b);
    }
    layout->addStretch(1);
    layout->addWidget(anew);
    layout->addWidget(m_print);
    connect(m_open, &QPushButton::clicked, this, [this] { open(m_chart->chosen()); });
    connect(m_visited, &QPushButton::clicked, this, [this] { takeOut(m_chart->chosen()); });
    connect(m_off, &QPushButton::clicked, this, [this] { takeOut(m_chart->chosen()); });
    connect(anew, &QPushButton::clicked, this, &RoundView::planAnew);
    connect(m_print, &QPushButton::clicked, this, [this] {
        const QString file =
            QFileDialog::getSaveFileName(this, tr("The round as a list"), tr("round") + QStringLiteral(".pdf"), tr("Documents (*.pdf *.html)"));
        if (!file.isEmpty() && m_banner.did(writeSheet(file))) {
            m_banner.say(tr("The list is in %1.").arg(file));
        }
    });
    return part;
}

void RoundView::show(Store &store)
{
    // Another studio's displays have the same numbers, and yesterday's round is over.
    const bool today = m_round
                       && std::chrono::floor<std::chrono::days>(m_round->problem.start)
                              == std::chrono::floor<std::chrono::days>(onTheWall(QDateTime::currentDateTime()));
    if (m_studio != store.path() || !today) {
        m_studio = store.path();
        m_round.reset();
        m_working->nothingShown();
        m_laterDay = false;
    }
    m_waits = true;
    lookAtDue();
}

void RoundView::lookAtDue()
{
    if (!m_waits) {
        return;
    }
    if (m_due.busy()) { // it says so when it is worked out
        if (!m_round) {
            m_summary->setText(tr("What is due is being worked out…"));
        }
        return;
    }
    m_waits = false;
    m_background.start(
        tr("Looking at what is due…"),
        [path = m_studio, due = m_due.questions(), now = m_due.on()]() -> Result<Known> {
            auto opened = Store::look(path);
            if (!opened) {
                return opened.error();
            }
            Store &s = *opened.value();
            Known known{roundCandidates(s, due, now), roundInstruments(s), {}};
            for (const DueQuestion &q : due) {
                if (q.lastVisit) {
                    known.lastVisits[q.key] = *q.lastVisit;
                }
            }
            const auto problem = s.takeProblem();
            return problem ? Result<Known>(*problem) : Result<Known>(std::move(known));
        },
        [this](Result<Known> known) {
            if (known) {
                know(known.value());
            } else {
                m_banner.say(known.error());
            }
        });
}

void RoundView::know(const Known &known)
{
    m_known = known;
    if (m_round) {
        // Those that were visited since it began are done.
        const std::chrono::seconds zone{QDateTime::currentDateTime().offsetFromUtc()};
        std::vector<bool> gone(m_round->keys.size(), false);
        for (size_t i = 0; i < gone.size(); ++i) {
            const auto last = known.lastVisits.find(m_round->keys[i]);
            gone[i] = last != known.lastVisits.end() && last->second + zone >= m_round->problem.start;
        }
        if (std::find(gone.begin(), gone.end(), true) != gone.end()) {
            goOn(gone);
        } else {
            m_chart->setRound(m_round, minutesNow());
        }
        return;
    }
    if (!m_laterDay) {
        const QSignalBlocker blocker(m_from);
        const QTime t = QTime::currentTime();
        m_from->setTime(QTime(t.hour(), t.minute() - t.minute() % 5));
    }
    plan();
}

RoundDay RoundView::day() const
{
    RoundDay day;
    day.start = onTheWall(QDateTime(QDate::currentDate(), m_from->time()));
    day.people = m_people->value();
    day.hours = m_hours->value();
    day.dueSoon = m_soon->isChecked();
    day.instruments = m_known.instruments;
    const double at = m_from->time().secsTo(m_breakFrom->time()) / 60.0;
    if (m_break->isChecked() && at + kBreakMinutes > 0) {
        day.breaks = {{std::max(0.0, at), at + kBreakMinutes}};
    }
    return day;
}

void RoundView::plan()
{
    if (m_known.instruments.empty()) {
        take(Error{ErrorKind::Input, say("round-no-instrument"), {}, {}, "instrument", false});
        return;
    }
    m_background.start(
        tr("Planning the round…"), [candidates = m_known.candidates, day = day()] { return studioRound(candidates, day); },
        [this](Result<StudioRound> round) { take(std::move(round)); });
}

double RoundView::minutesNow() const
{
    return m_round ? double((onTheWall(QDateTime::currentDateTime()) - m_round->problem.start).count()) / 60 : 0;
}

void RoundView::planAnew()
{
    m_round.reset();
    m_laterDay = false;
    know(m_known);
}

void RoundView::takeOut(int stop)
{
    if (!m_round || stop < 0 || size_t(stop) >= m_round->keys.size()) {
        return;
    }
    std::vector<bool> gone(m_round->keys.size(), false);
    gone[size_t(stop)] = true;
    const QString name = text(m_round->problem.stops[size_t(stop)].id);
    m_banner.say(tr("%1 is out of today's round; the rest is planned anew.").arg(name), tr("Undo"), [this, before = *m_round] {
        m_background.cancel();
        take(before);
    });
    goOn(gone);
}

void RoundView::goOn(const std::vector<bool> &gone)
{
    // Before it begins nothing is past; later the rest begins now.
    const double now = std::max(0.0, minutesNow());
    m_background.start(
        tr("Planning the round…"),
        [round = *m_round, gone, now]() -> Result<StudioRound> {
            StudioRound rest = round;
            std::vector<size_t> kept;
            rest.problem = remainingRound(round.problem, round.plan, now, gone, kept);
            rest.keys.clear();
            rest.tasks.clear();
            for (const size_t i : kept) {
                rest.keys.push_back(round.keys[i]);
                rest.tasks.push_back(round.tasks[i]);
            }
            if (kept.empty()) {
                return Error{ErrorKind::Input, say("round-is-done"), {}, {}, "nothing-due", false};
            }
            auto plan = planAgain(rest.problem, round.plan, kept);
            if (!plan) {
                return plan.error();
            }
            rest.plan = std::move(plan).value();
            return rest;
        },
        [this](Result<StudioRound> rest) { take(std::move(rest)); });
}

void RoundView::take(Result<StudioRound> round)
{
    const QString why = round ? QString() : text(round.error().paragraph());
    m_round = round ? std::optional(std::move(round).value()) : std::nullopt;
    m_chart->setRound(m_round, m_round ? std::optional(minutesNow()) : std::nullopt);
    m_steps->setRowCount(0);
    m_stopOfRow.clear();
    m_left->clear();
    m_print->setEnabled(m_round.has_value());
    if (!m_round) {
        m_summary->setText(why);
        choose(-1);
        return;
    }
    m_working->resultsShown();
    const StudioRound &r = *m_round;
    m_summary->setText(tr("%1, done at %2").arg(text(say("count-visits", r.keys.size())), text(roundClock(r.problem, r.plan.makespan))));
    QStringList below{tr("After %1 min; no plan is shorter than %2. Walking: %3 min.")
                          .arg(number(r.plan.makespan, 0), number(r.plan.lowerBound, 0), number(r.plan.walking, 0))};
    QStringList left;
    for (const std::string &name : r.left) {
        left << text(name);
    }
    if (!left.isEmpty()) {
        below << text(say("round-left", left.join(QStringLiteral(", ")).toStdString()));
    }
    m_left->setText(below.join(QLatin1Char(' ')));
    m_steps->setRowCount(int(r.plan.steps.size()));
    for (const RoundStep &s : r.plan.steps) {
        const bool visit = s.what == RoundStep::What::Visit;
        const QString room = s.stop >= 0 ? text(r.problem.rooms[r.problem.stops[size_t(s.stop)].room]) : QString();
        setRow(*m_steps, int(m_stopOfRow.size()),
               QStringList{text(roundClock(r.problem, s.from)), text(roundStepSaid(r.problem, s)),
                           visit ? text(named(r.tasks[size_t(s.stop)])) : QString(), room});
        m_stopOfRow.push_back(visit ? s.stop : -1);
    }
    m_steps->resizeColumnsToContents();
    m_steps->horizontalHeader()->setStretchLastSection(true);
    choose(-1);
}

void RoundView::choose(int stop)
{
    for (QPushButton *b : {m_open, m_visited, m_off}) {
        b->setEnabled(stop >= 0);
    }
    for (int row = 0; stop >= 0 && row < int(m_stopOfRow.size()); ++row) {
        if (m_stopOfRow[size_t(row)] == stop && m_steps->currentRow() != row) {
            const QSignalBlocker blocker(m_steps);
            m_steps->setCurrentCell(row, 0);
        }
    }
}

void RoundView::open(int stop)
{
    if (m_round && stop >= 0 && size_t(stop) < m_round->keys.size()) {
        Q_EMIT visitWanted(m_round->keys[size_t(stop)], m_round->tasks[size_t(stop)]);
    }
}

QString RoundView::summary() const
{
    return m_summary->text();
}

Status RoundView::writeSheet(const QString &file) const
{
    if (!m_round) {
        return Error{ErrorKind::Input, say("round-nothing-due"), {}, {}, "nothing-due", false};
    }
    if (file.endsWith(QStringLiteral(".html"), Qt::CaseInsensitive)) {
        return writeFile(file.toStdString(), roundSheetHtml(*m_round));
    }
    return writeFile(file.toStdString(), roundSheetPdf(*m_round));
}

} // namespace lamp::app
