// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/board_view.h"

#include "app/board/plan_view.h"
#include "app/board/week_strip.h"
#include "app/parts/words.h"
#include "app/studio/due_book.h"
#include "base/file.h"
#include "report/due_calendar.h"
#include "report/fleet_report.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSortFilterProxyModel>
#include <QTableView>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

std::vector<BoardLine> linesOf(const std::vector<DueQuestion> &due, const FleetAgeing &ageing, WallTime now)
{
    std::vector<BoardLine> lines;
    for (const DueQuestion &q : due) {
        BoardLine l{q, dueOf(q, now), {}, 0, {}};
        const auto a = std::find_if(ageing.displays.begin(), ageing.displays.end(), [&](const DisplayAgeing &d) { return d.serial == q.serial; });
        if (a != ageing.displays.end()) {
            const auto &light = a->maxLuminance ? a->maxLuminance : a->luminance;
            // Of one reading a rate is only what is usual.
            if (light && light->readings > 2 && light->now > 0) {
                l.lossPercent = 100 * light->perYear / light->now;
                l.lossK2 = 100 * light->perYearK2 / light->now;
            }
            l.holdsUntil = a->end ? std::optional(a->end->median) : std::nullopt;
        }
        lines.push_back(std::move(l));
    }
    return lines;
}

} // namespace

BoardView::BoardView(DueBook &due, QWidget *parent)
    : QFrame(parent), m_due(due), m_model(new BoardModel(this)), m_sorted(new QSortFilterProxyModel(this)), m_summary(new QLabel),
      m_working(new QLabel), m_plan(new PlanView), m_planArea(new QScrollArea), m_weeks(new WeekStrip), m_search(new QLineEdit),
      m_table(new QTableView), m_export(new QPushButton(tr("E&xport as CSV…"))), m_edit(new QPushButton(tr("Edit t&he chosen…"))),
      m_arrange(new QPushButton(tr("Draw the &plan"))), m_undo(new QPushButton(tr("&Undo"))), m_anew(new QPushButton(tr("La&y out by itself")))
{
    setFrameShape(QFrame::StyledPanel);
    connect(&m_due, &DueBook::changed, this, [this] {
        if (isVisible()) { // else it is shown anew when it is seen
            take();
        }
    });
    connect(&m_due, &DueBook::failed, m_working, &QWidget::hide);
    m_sorted->setSourceModel(m_model);
    m_sorted->setSortRole(BoardModel::kSortRole);
    m_sorted->setFilterKeyColumn(-1);
    m_sorted->setFilterCaseSensitivity(Qt::CaseInsensitive);
    m_table->setModel(m_sorted);
    m_table->setIconSize({BoardModel::kLamp, BoardModel::kLamp});
    m_table->setSortingEnabled(true);
    m_table->sortByColumn(BoardModel::State, Qt::AscendingOrder);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_table->setShowGrid(false);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(fontMetrics().height() + 12);
    m_table->horizontalHeader()->setHighlightSections(false);
    m_table->setTabKeyNavigation(false);
    m_table->setAccessibleName(tr("Displays, the most urgent first"));
    m_search->setPlaceholderText(tr("Find a display, room or state"));
    m_search->setClearButtonEnabled(true);
    m_search->setAccessibleName(tr("Find"));
    QFont large = m_summary->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_summary->setFont(large);
    m_summary->setWordWrap(true);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    auto *top = new QHBoxLayout;
    top->addWidget(m_summary, 1);
    buildArranging(*top);
    layout->addLayout(top);
    m_working->setWordWrap(true);
    m_working->hide();
    layout->addWidget(m_working);
    m_planArea->setFrameShape(QFrame::NoFrame);
    m_planArea->setWidgetResizable(true);
    m_planArea->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_planArea->setFocusPolicy(Qt::NoFocus);
    m_planArea->setWidget(m_plan);
    connect(m_plan, &PlanView::heightChanged, this, &BoardView::fitPlan);
    layout->addWidget(m_planArea);
    layout->addWidget(m_weeks);
    auto *tools = new QHBoxLayout;
    tools->addWidget(m_search, 1);
    tools->addWidget(m_edit);
    tools->addWidget(m_export);
    auto *calendar = new QPushButton(tr("Ca&lendar…"));
    calendar->setToolTip(tr("What is due, as a file that calendars read (iCalendar), with a reminder on the day before."));
    tools->addWidget(calendar);
    connect(calendar, &QPushButton::clicked, this, &BoardView::exportCalendar);
    layout->addLayout(tools);
    layout->addWidget(m_table, 1);
    connect(m_search, &QLineEdit::textChanged, m_sorted, &QSortFilterProxyModel::setFilterFixedString);
    connect(m_table, &QTableView::activated, this, &BoardView::open);
    connect(m_plan, &PlanView::displayOpened, this, &BoardView::displayWanted);
    connect(m_plan, &PlanView::displayChosen, this, [this](qint64 id) {
        const int row = rowOf(id);
        if (row < 0) { // the search hides it
            m_search->clear();
        }
        m_table->setCurrentIndex(m_sorted->index(rowOf(id), 0));
    });
    connect(m_plan, &PlanView::roomChosen, m_search, &QLineEdit::setText);
    connect(m_table->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex &i) { m_plan->choose(i.isValid() ? i.data(BoardModel::kDisplayRole).toLongLong() : 0); });
    connect(m_export, &QPushButton::clicked, this, &BoardView::exportTable);
    connect(m_edit, &QPushButton::clicked, this, [this] { Q_EMIT editWanted(chosen()); });
    m_edit->setToolTip(tr("Shift and Ctrl choose several, Ctrl+A all that the search leaves."));
    m_edit->setEnabled(false);
    connect(m_table->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            [this] { m_edit->setEnabled(m_table->selectionModel()->hasSelection()); });
}

std::vector<qint64> BoardView::chosen() const
{
    std::vector<qint64> ids;
    for (const QModelIndex &row : m_table->selectionModel()->selectedRows()) {
        ids.push_back(row.data(BoardModel::kDisplayRole).toLongLong());
    }
    return ids;
}

void BoardView::buildArranging(QHBoxLayout &head)
{
    m_arrange->setCheckable(true);
    m_arrange->setToolTip(
        tr("Drag rooms and displays to where they stand, a room's lower right corner to make it larger, the chosen room's other "
           "corners to shape it; a double click on a wall puts a corner there, on a corner takes it away. By keys: Page Up and Page "
           "Down choose, arrow keys move, with Shift they make a room larger; Ctrl+Page Down goes to its corners, Insert puts one, "
           "Delete takes it."));
    for (QPushButton *button : {m_undo, m_anew, m_arrange}) {
        head.addWidget(button, 0, Qt::AlignTop);
    }
    m_undo->hide();
    m_anew->hide();
    connect(m_arrange, &QPushButton::toggled, this, [this](bool on) {
        m_plan->setArranging(on);
        m_arrange->setText(on ? tr("&Plan is drawn") : tr("Draw the &plan"));
        m_undo->setVisible(on);
        m_anew->setVisible(on);
        fitPlan();
        m_undo->setEnabled(!m_before.empty());
    });
    connect(m_plan, &PlanView::arranged, this, [this] { keepPlan(m_plan->drawn(), m_kept); });
    connect(m_anew, &QPushButton::clicked, this, [this] { keepPlan({}, m_kept); });
    connect(m_undo, &QPushButton::clicked, this, [this] {
        if (!m_before.empty()) {
            const DrawnPlan before = m_before.back();
            if (keepPlan(before, {})) {
                m_before.pop_back();
                m_undo->setEnabled(!m_before.empty());
            }
        }
    });
}

void BoardView::fitPlan()
{
    // The table below it stays in sight; while the plan is drawn it has more of the page.
    constexpr int kMost = 300, kMostDrawing = 370;
    // While it is drawn its width does not jump as it grows.
    m_planArea->setVerticalScrollBarPolicy(m_arrange->isChecked() ? Qt::ScrollBarAlwaysOn : Qt::ScrollBarAsNeeded);
    m_planArea->setFixedHeight(std::min(m_plan->height(), m_arrange->isChecked() ? kMostDrawing : kMost));
}

bool BoardView::keepPlan(const DrawnPlan &plan, std::optional<DrawnPlan> before)
{
    constexpr size_t kMost = 200; // steps back
    if (m_store == nullptr) {
        return false;
    }
    if (const Status kept = m_store->plans().setDrawn(plan); !kept) {
        m_plan->setDrawn(m_kept); // what is seen is what is kept
        Q_EMIT failed(kept.error());
        return false;
    }
    m_kept = plan;
    m_plan->setDrawn(plan);
    if (before && *before != plan) {
        m_before.push_back(std::move(*before));
        if (m_before.size() > kMost) {
            m_before.erase(m_before.begin());
        }
    }
    m_undo->setEnabled(!m_before.empty());
    return true;
}

bool BoardView::busy() const
{
    return m_due.busy();
}

void BoardView::show(Store &store)
{
    const std::vector<Room> rooms = store.studio().rooms();
    const DrawnPlan drawn = store.plans().drawn();
    if (const auto problem = store.takeProblem()) {
        Q_EMIT failed(*problem);
        return; // what was shown stays: an unreadable studio is not an empty one, nor one without a plan
    }
    if (m_place != store.path()) {
        m_before.clear(); // another studio's plan is not taken back here
    }
    m_store = &store;
    m_place = store.path();
    m_rooms = rooms;
    if (drawn != m_kept) {
        m_kept = drawn; // somebody else may have drawn it
        m_plan->setDrawn(drawn);
    }
    take();
}

void BoardView::take()
{
    std::vector<BoardLine> lines = linesOf(m_due.questions(), m_due.ageing(), m_due.on());
    m_working->setText(m_due.tooLarge() ? tr("Of more than %1 displays drift is not worked out here: fleet due does.").arg(DueBook::kMost)
                                        : tr("What history says is being worked out: some may be due sooner."));
    m_working->setVisible(m_due.busy() || m_due.tooLarge());
    const auto chosen = m_table->currentIndex().data(BoardModel::kDisplayRole);
    const auto of = [&](std::initializer_list<const char *> states) {
        return std::count_if(lines.begin(), lines.end(), [&](const BoardLine &l) {
            return std::any_of(states.begin(), states.end(), [&](const char *s) { return l.due.state == s; });
        });
    };
    m_summary->setText(lines.empty() ? tr("No display yet: add one with Ctrl+N.")
                                     : text(say("fleet-report-summary", Day{m_due.on()}, say("count-displays", lines.size()),
                                                std::int64_t(of({"out"})), std::int64_t(of({"due", "overdue", "never"})))));
    m_plan->setLines(lines, m_rooms);
    m_weeks->setLines(lines, m_due.on());
    m_model->setLines(std::move(lines));
    m_table->resizeColumnsToContents();
    m_table->horizontalHeader()->setStretchLastSection(true);
    if (const int row = chosen.isValid() ? rowOf(chosen.toLongLong()) : -1; row >= 0) {
        m_table->setCurrentIndex(m_sorted->index(row, 0));
    }
}

int BoardView::rowOf(qint64 id) const
{
    for (int row = 0; row < m_sorted->rowCount(); ++row) {
        if (m_sorted->index(row, 0).data(BoardModel::kDisplayRole).toLongLong() == id) {
            return row;
        }
    }
    return -1;
}

void BoardView::open(const QModelIndex &index)
{
    if (index.isValid()) {
        Q_EMIT displayWanted(index.data(BoardModel::kDisplayRole).toLongLong());
    }
}

void BoardView::exportCalendar()
{
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save what is due as a calendar"), tr("visits") + QStringLiteral(".ics"), tr("Calendar (*.ics)"));
    if (file.isEmpty()) {
        return;
    }
    std::vector<DueQuestion> due;
    for (const BoardLine &l : m_model->lines()) {
        due.push_back(l.question);
    }
    const Status written = writeFile(file.toStdString(), dueCalendar(due, m_due.on()));
    if (written) {
        Q_EMIT message(text(say("calendar-written", file.toStdString(), say("count-displays", due.size()))));
    } else {
        Q_EMIT failed(written.error());
    }
}

void BoardView::exportTable()
{
    const QString file = QFileDialog::getSaveFileName(this, tr("Export as CSV"), QStringLiteral("displays.csv"), QStringLiteral("CSV (*.csv)"));
    if (file.isEmpty()) {
        return;
    }
    FleetReport content;
    content.on = m_due.on();
    for (const BoardLine &l : m_model->lines()) {
        content.due.push_back(l.question);
    }
    const Status written = writeFile(file.toStdString(), fleetReportCsv(content));
    if (written) {
        Q_EMIT message(tr("The table is in %1.").arg(file));
    } else {
        Q_EMIT failed(written.error());
    }
}

} // namespace lamp::app
