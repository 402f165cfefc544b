// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/card_view.h"

#include "app/parts/look.h"
#include "app/parts/plain_table.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/studio/figure_strip.h"
#include "app/studio/photographs.h"
#include "report/visit_plots.h"
#include "report/years_plots.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSpinBox>
#include <QTableWidget>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

QString advice(const Due &due)
{
    switch (lampOf(due)) {
    case LampFill::Hollow:
        return CardView::tr(
            "Nobody has measured this display yet: a full visit takes it from cold to a verified profile, 5 to 10 minutes after warming up.");
    case LampFill::Notched:
        return due.state == "out" ? CardView::tr("Its last visit found it out of tolerance: a full visit sets its controls and ramps again.")
                                  : CardView::tr("Its last visit was undecided: its worksheet says why. A full visit decides it.");
    case LampFill::Crescent:
        return CardView::tr("It is overdue. A check (measure only) tells whether it is still in tolerance; a refresh renews ramps and profile "
                            "without touching the menu.");
    case LampFill::Half:
        return due.why == "evidence" ? CardView::tr("By its history it may have left its tolerance. A check (measure only) tells; a refresh renews "
                                                    "ramps and profile without touching the menu.")
                                     : CardView::tr("It is due. A refresh renews ramps and profile without touching the menu.");
    case LampFill::ThreeQuarters: return CardView::tr("Nothing to do today; it will be due soon.");
    case LampFill::Full:
        return due.historyKnown ? CardView::tr("Nothing to do.")
                                : CardView::tr("Nothing to do by its last visit; its history is not worked out yet.");
    }
    return {};
}

} // namespace

class CardView::Lamp : public QWidget {
public:
    explicit Lamp(QWidget *parent) : QWidget(parent) { setFixedSize(64, 64); }
    void setFill(LampFill fill)
    {
        m_fill = fill;
        update();
    }

protected:
    void paintEvent(QPaintEvent *) override
    {
        QPainter p(this);
        drawLamp(p, rect(), m_fill, palette().color(QPalette::WindowText));
    }

private:
    LampFill m_fill = LampFill::Hollow;
};

namespace {

/// What a visit found, against what it was held against.
std::vector<FigureStrip::Figure> figuresOfVisit(const VisitRecord &r)
{
    const auto check = [&](const char *code) -> const Check * {
        const auto it = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check &c) { return c.code == code; });
        return it != r.checks.end() ? &*it : nullptr;
    };
    std::vector<FigureStrip::Figure> all;
    const XYZ &white = r.calibrated.white;
    if (white.b > 0) {
        const Check *c = check("luminance");
        const auto wanted = r.plan.target.luminance.value();
        all.push_back({CardView::tr("Luminance"), number(white.b, 1), QStringLiteral("cd/m²"),
                       wanted ? CardView::tr("target %1").arg(number(*wanted, 0)) : QString(),
                       c != nullptr ? std::optional(c->verdict) : std::nullopt});
    }
    const auto judged = [&](const char *code, const QString &name, const QString &against) {
        if (const Check *c = check(code)) {
            all.push_back({name, number(c->value, 2), text(metricUnit(r.plan.tolerance.metric)), against.arg(number(c->limit, 1)), c->verdict});
        }
    };
    judged("white", CardView::tr("White"), text(r.plan.target.white.named()) + CardView::tr(", within %1"));
    judged("gray-mean", CardView::tr("Grays"), CardView::tr("mean, within %1"));
    judged("colour-mean", CardView::tr("Colours"), CardView::tr("mean, within %1"));
    if (const auto contrast = r.contrast()) {
        all.push_back({CardView::tr("Contrast"),
                       (contrast->atLeast ? QStringLiteral("> ") : QString()) + number(contrast->value, 0),
                       QStringLiteral(": 1"),
                       CardView::tr("black %1").arg(number(r.calibrated.black.b, 2)),
                       {}});
    }
    if (const SpaceCoverage *srgb = coverageOf(r.gamut, "sRGB"); srgb != nullptr && std::isfinite(srgb->coverage)) {
        all.push_back({CardView::tr("Gamut"), number(srgb->coverage, 0), CardView::tr("% of sRGB"), CardView::tr("by volume"), {}});
    }
    return all;
}

} // namespace

CardView::CardView(QWidget *parent)
    : QFrame(parent), m_lamp(new Lamp(this)), m_photographs(new Photographs(this)), m_name(new QLabel(this)), m_state(new QLabel(this)),
      m_facts(new QLabel(this)), m_advice(new QLabel(this)), m_full(new QPushButton(tr("&Full visit"), this)),
      m_refresh(new QPushButton(tr("&Refresh"), this)), m_check(new QPushButton(tr("&Check"), this)), m_cadence(new QSpinBox(this)),
      m_figures(new FigureStrip(this)), m_luminance(new PlotWidget(this)), m_differences(new PlotWidget(this)), m_white(new PlotWidget(this)),
      m_history(plainTable({tr("Date"), tr("Visit"), tr("Result"), tr("Readings"), tr("State")}, tr("Visits of this display")))
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 16, 18, 16);
    layout->setSpacing(10);
    auto *head = new QHBoxLayout;
    head->addWidget(m_lamp);
    auto *names = new QVBoxLayout;
    QFont large = font();
    large.setPixelSize(24);
    m_name->setFont(large);
    names->addWidget(m_name);
    names->addWidget(m_state);
    head->addLayout(names, 1);
    head->addWidget(m_photographs, 0, Qt::AlignTop);
    layout->addLayout(head);
    for (QLabel *label : {m_facts, m_advice}) {
        label->setWordWrap(true);
        layout->addWidget(label);
    }
    layout->addWidget(m_figures);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_full, m_refresh, m_check}) {
        buttons->addWidget(b);
    }
    buttons->addStretch(1);
    auto *every = new QLabel(tr("Visit e&very"), this);
    every->setBuddy(m_cadence);
    m_cadence->setRange(1, 365);
    m_cadence->setSuffix(tr(" days"));
    buttons->addWidget(every);
    buttons->addWidget(m_cadence);
    layout->addLayout(buttons);
    m_history->verticalHeader()->hide();
    m_history->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_history->horizontalHeader()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    m_history->setToolTip(tr("Enter or a double click opens a visit's worksheet"));
    auto *years = new QHBoxLayout;
    for (PlotWidget *plot : {m_luminance, m_differences}) {
        constexpr int kLeast = 132, kMost = 168; // a message above takes from it rather than from the list below
        plot->setMinimumHeight(kLeast);
        plot->setMaximumHeight(kMost);
        years->addWidget(plot);
    }
    constexpr int kWhite = 176;
    m_white->setFixedWidth(kWhite);
    m_white->setMinimumHeight(m_luminance->minimumHeight());
    m_white->setMaximumHeight(m_luminance->maximumHeight());
    years->addWidget(m_white);
    layout->addLayout(years);
    layout->addWidget(m_history, 1);
    connect(m_full, &QPushButton::clicked, this, [this] { Q_EMIT visitWanted(Task::Full); });
    connect(m_refresh, &QPushButton::clicked, this, [this] { Q_EMIT visitWanted(Task::Refresh); });
    connect(m_check, &QPushButton::clicked, this, [this] { Q_EMIT visitWanted(Task::Check); });
    connect(m_cadence, &QSpinBox::valueChanged, this, &CardView::cadenceChanged);
    connect(m_history, &QTableWidget::cellActivated, this, [this](int row, int) { Q_EMIT recordWanted(m_ids[size_t(row)]); });
}

void CardView::showYears(const DisplayEntry &display, Store &store, WallTime now, std::optional<double> limit)
{
    const auto entries = store.histories().all(display.id);
    // One point is no curve: the figures above say it.
    m_luminance->setVisible(entries.size() > 1);
    m_differences->setVisible(std::count_if(entries.begin(), entries.end(), [](const HistoryEntry &e) { return e.mean || e.grayMean; }) > 1);
    if (entries.size() > 1) {
        m_luminance->setPlot(luminanceYearsPlot(entries, now));
        m_differences->setPlot(differenceYearsPlot(entries, now, limit));
    }
}

void CardView::addBelow(QWidget *widget)
{
    layout()->addWidget(widget);
}

void CardView::setDue(const Due &due, WallTime now)
{
    const LampFill fill = lampOf(due);
    m_lamp->setFill(fill);
    m_state->setText(text(dueSaid(due, now)));
    m_advice->setText(advice(due));
    m_full->setDefault(fill == LampFill::Hollow || fill == LampFill::Notched);
}

void CardView::show(const DisplayEntry &display, Store &store, const Due &due, WallTime now)
{
    setDue(due, now);
    m_name->setText(display.name);
    m_photographs->show(display.id, store);
    const QSignalBlocker blocker(m_cadence);
    m_cadence->setValue(display.cadenceDays);
    const auto visits = store.visits().of(display.id);
    m_ids.clear();
    m_history->setRowCount(int(visits.size()));
    QString facts =
        tr("%1, serial number %2, panel %3.").arg(display.model, display.serial.isEmpty() ? tr("unknown") : display.serial, display.technology);
    if (!display.note.isEmpty()) {
        facts += ' ' + display.note;
    }
    bool visited = false;
    m_white->hide();
    std::vector<FigureStrip::Figure> figures;
    std::optional<double> limit; ///< by which its last visit judged
    for (size_t i = 0; i < visits.size(); ++i) {
        const VisitEntry &v = visits[i];
        m_ids.push_back(v.id);
        const bool finished = v.state == VisitState::Finished;
        const QString state =
            finished ? tr("finished") : (v.state == VisitState::Running ? (v.worked ? tr("running") : tr("interrupted")) : tr("discarded"));
        const std::array<QString, 5> cells{wordedDay(v.started), text(named(v.task)), finished ? text(named(v.verdict)) : QStringLiteral("–"),
                                           QString::number(v.readings), state};
        setRow(*m_history, int(i), cells);
        if (finished && !visited) {
            visited = true;
            if (const auto record = store.visits().record(v.id)) {
                const QString menu = text(menuSaid(record->controls));
                if (record->trim) {
                    facts += '\n' + (menu.isEmpty() ? tr("Its controls cannot be set by the program.") : tr("Menu as left: %1.").arg(menu));
                }
                figures = figuresOfVisit(record.value());
                m_white->setVisible(record->calibrated.white.b > 0);
                if (record->calibrated.white.b > 0) {
                    m_white->setPlot(whiteAboutTargetPlot(record.value()));
                    m_white->setAccessibleName(tr("White about its target"));
                }
                limit = record->plan.tolerance.metric == Metric::Ciede2000 ? std::optional(record->plan.tolerance.mean) : std::nullopt;
                const QString instrument = text(modelAndSerial(record->instrument.model, record->instrument.serial));
                facts += '\n'
                         + (record->scope() == Scope::Instrument
                                ? tr("Figures as %1 saw them on %2.").arg(instrument, wordedDay(record->finished))
                                : tr("Figures against the standard observer, read with %1 on %2.").arg(instrument, wordedDay(record->finished)));
            }
        }
    }
    m_facts->setText(facts);
    m_figures->setFigures(std::move(figures));
    showYears(display, store, now, limit);
    m_refresh->setEnabled(visited);
    m_check->setEnabled(visited);
}

} // namespace lamp::app
