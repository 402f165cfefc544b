// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/ageing_view.h"

#include "app/parts/banner.h"
#include "app/parts/plain_table.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/parts/working_line.h"
#include "report/years_plots.h"
#include "store/registers.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

const QString kNotKnown = QStringLiteral("–");

QTableWidget *readTable(const QStringList &headings, const QString &name)
{
    QTableWidget *t = plainTable(headings, name);
    t->verticalHeader()->hide();
    t->setShowGrid(false);
    t->setSelectionMode(QAbstractItemView::SingleSelection);
    t->setTabKeyNavigation(false);
    return t;
}

void numbersRight(QTableWidget &table, std::initializer_list<int> columns)
{
    for (int row = 0; row < table.rowCount(); ++row) {
        for (const int c : columns) {
            table.item(row, c)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        }
    }
}

/// Percent a year, with its uncertainty; nothing of a single reading, whose rate is only what is usual.
QString rate(const std::optional<AgedFigure> &f)
{
    return f && f->readings > 2 && f->now > 0
               ? text(say("plus-or-minus", decimal(100 * f->perYear / f->now, 1), decimal(100 * f->perYearK2 / f->now, 1)))
               : kNotKnown;
}

QString day(const std::optional<WallTime> &t)
{
    return t ? text(localDate(*t)) : kNotKnown;
}

} // namespace

AgeingView::AgeingView(Banner &banner, QWidget *parent)
    : QFrame(parent), m_banner(banner), m_background(this), m_summary(new QLabel), m_working(new WorkingLine(m_background)), m_facts(new QLabel),
      m_displays(readTable({tr("Display"), tr("Room"), tr("Most, cd/m²"), tr("% a year"), tr("Holds target until"), tr("90 %: from"), tr("to"),
                            tr("Ended by"), tr("Check by")},
                           tr("Displays, the first that cannot hold its target first"))),
      m_instruments(readTable({tr("Instrument"), tr("Luminance, % a year"), tr("White, u'v' a year"), tr("State")}, tr("How instruments move"))),
      m_years(new PlotWidget)
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_summary->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_summary->setFont(large);
    m_summary->setWordWrap(true);
    m_facts->setWordWrap(true);
    m_facts->setAlignment(Qt::AlignTop);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    layout->addWidget(m_summary);
    layout->addWidget(m_working);
    layout->addWidget(m_displays, 3);
    auto *lower = new QHBoxLayout;
    lower->setSpacing(14);
    lower->addWidget(m_years, 1);
    auto *right = new QVBoxLayout;
    right->addWidget(m_facts);
    right->addWidget(m_instruments, 1);
    lower->addLayout(right, 1);
    layout->addLayout(lower, 2);
    connect(m_displays, &QTableWidget::currentCellChanged, this, [this](int row) { draw(row); });
    connect(m_displays, &QTableWidget::cellActivated, this, [this](int row) {
        if (row >= 0 && row < int(m_found.lines.size())) {
            Q_EMIT displayWanted(m_found.lines[size_t(row)].id);
        }
    });
    connect(&m_background, &Background::failed, this, [this](const QString &why) {
        m_summary->clear();
        m_banner.say(tr("That could not be done: %1.").arg(why));
    });
}

Result<AgeingView::Found> AgeingView::find(Store &store, WallTime now)
{
    AgeingQuestion question;
    question.on = now;
    const std::vector<HistoryEntry> history = store.histories().all();
    FleetAgeing ageing = ageingOf(history, ofStudio(store, question));
    std::map<qint64, QString> rooms;
    for (const Room &r : store.studio().rooms()) {
        rooms[r.id] = r.name;
    }
    Found found;
    found.instruments = std::move(ageing.instruments);
    for (const InstrumentEntry &i : store.studio().instruments()) {
        found.instrumentNames[i.serial.toStdString()] = i.model;
    }
    std::map<std::string, std::vector<HistoryEntry>> byName;
    for (const HistoryEntry &e : history) {
        byName[e.display].push_back(e);
    }
    for (const auto &[id, name] : store.histories().names()) {
        const auto it =
            std::find_if(ageing.displays.begin(), ageing.displays.end(), [&name = name](const DisplayAgeing &d) { return d.serial == name; });
        const auto entry = store.studio().display(id);
        if (it != ageing.displays.end() && entry) {
            found.lines.push_back({id, entry->name, rooms[entry->roomId], *it, byName[name]});
        }
    }
    std::stable_sort(found.lines.begin(), found.lines.end(), [](const Line &p, const Line &q) {
        const auto end = [](const Line &l) { return l.ageing.end ? l.ageing.end->median : WallTime::max(); };
        return end(p) < end(q);
    });
    const auto problem = store.takeProblem();
    return problem ? Result<Found>(*problem) : Result<Found>(std::move(found));
}

void AgeingView::show(Store &store, WallTime now, qint64 chosen)
{
    if (m_place != store.path()) {
        m_place = store.path();
        m_working->nothingShown();
    }
    m_now = now;
    m_chosen = chosen;
    m_background.start(
        tr("Working out what history says…"),
        [path = store.path(), now]() -> Result<Found> {
            auto opened = Store::look(path);
            return opened ? find(*opened.value(), now) : Result<Found>(opened.error());
        },
        [this](Result<Found> found) {
            if (found) {
                m_working->resultsShown();
                take(std::move(found).value());
            } else {
                m_summary->clear();
                m_banner.say(found.error());
            }
        });
}

QStringList AgeingView::cells(const Line &l) const
{
    const DisplayAgeing &a = l.ageing;
    const auto &light = a.maxLuminance ? a.maxLuminance : a.luminance;
    // "Most" is what the display can give, never what it happens to be set to.
    return {l.name,
            l.room,
            a.maxLuminance ? number(a.maxLuminance->now, 0) : kNotKnown,
            rate(light),
            a.end ? text(localDate(a.end->median)) : (a.unforeseen ? tr("cannot be told") : tr("more than ten years")),
            a.end ? day(a.end->p05) : kNotKnown,
            a.end ? (a.end->p95 ? day(a.end->p95) : tr("later")) : kNotKnown,
            a.end ? text(wordSaid(a.end->because)) : kNotKnown,
            day(a.nextCheck)};
}

void AgeingView::take(Found found)
{
    m_found = std::move(found);
    const auto &lines = m_found.lines;
    const bool any = !lines.empty();
    m_summary->setText(!any                       ? tr("No display has a history yet: ageing is worked out from its visits.")
                       : lines.front().ageing.end ? tr("First to be replaced: %1, about %2 (%3).")
                                                        .arg(lines.front().name, text(localDate(lines.front().ageing.end->median)),
                                                             text(wordSaid(lines.front().ageing.end->because)))
                                                  : tr("No display is foretold to lose its target within ten years."));
    {
        const QSignalBlocker blocker(m_displays);
        m_displays->setRowCount(int(lines.size()));
        int row = 0;
        for (const Line &l : lines) {
            setRow(*m_displays, row++, cells(l));
        }
        numbersRight(*m_displays, {2, 3});
        m_displays->resizeColumnsToContents();
        m_displays->horizontalHeader()->setStretchLastSection(true);
    }
    fillInstruments();
    const auto it = std::find_if(lines.begin(), lines.end(), [&](const Line &l) { return l.id == m_chosen; });
    m_displays->setCurrentCell(any ? int((it == lines.end() ? lines.begin() : it) - lines.begin()) : -1, 0);
    draw(m_displays->currentRow());
}

void AgeingView::fillInstruments()
{
    m_instruments->setRowCount(int(m_found.instruments.size()));
    int row = 0;
    for (const InstrumentAgeing &i : m_found.instruments) {
        const auto name = m_found.instrumentNames.find(i.serial);
        setRow(*m_instruments, row++,
               QStringList{name == m_found.instrumentNames.end() ? text(i.serial) : name->second + QLatin1Char(' ') + text(i.serial),
                           text(say("plus-or-minus", decimal(i.luminancePercentPerYear, 2), decimal(i.luminanceK2, 2))),
                           text(say("plus-or-minus", decimal(i.whiteUvPerYear, 5), decimal(i.whiteK2, 5))),
                           text(wordSaid(instrumentStateName(i.state)))});
    }
    numbersRight(*m_instruments, {1, 2});
    m_instruments->resizeColumnsToContents();
    m_instruments->horizontalHeader()->setStretchLastSection(true);
}

void AgeingView::draw(int row)
{
    const bool any = row >= 0 && row < int(m_found.lines.size());
    m_years->setVisible(any);
    m_facts->setText({});
    if (!any) {
        return;
    }
    const Line &l = m_found.lines[size_t(row)];
    m_chosen = l.id;
    m_years->setPlot(luminanceYearsPlot(l.entries, m_now, &l.ageing));
    QStringList facts;
    if (l.ageing.unforeseen) {
        facts << text(*l.ageing.unforeseen);
    }
    if (const auto &w = l.ageing.white; w && w->readings > 2) {
        facts << tr("%1: white moves by %2 ± %3 u'v' a year.").arg(l.name, number(w->perYear, 4), number(w->perYearK2, 4));
    }
    for (const AgeingJump &j : l.ageing.jumps) {
        facts << text(say("ageing-jump", Day{j.at}, wordSaid(j.what)));
    }
    m_facts->setText(facts.join(QStringLiteral("\n")));
    m_years->setAccessibleName(tr("%1 over the years").arg(l.name));
}

QString AgeingView::summary() const
{
    return m_summary->text();
}

QString AgeingView::facts() const
{
    return m_facts->text();
}

} // namespace lamp::app
