// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/evidence/evidence_view.h"

#include "app/parts/banner.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/reports/report_button.h"
#include "report/display_report.h"
#include "report/survey_plots.h"
#include "store/evidence.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>

namespace lamp::app {

namespace {

constexpr int kSourceKey = Qt::UserRole; ///< of a source: "y" for the years, "v" and a visit's key, "m" and a measurement's number
const QString kYears = QStringLiteral("y");
constexpr Page kVisitsShown{0, 200}, kMeasurementsShown{0, 100};

QString nameOf(EvidenceOf what)
{
    switch (what) {
    case EvidenceOf::Grays: return EvidenceView::tr("Grays");
    case EvidenceOf::Light: return EvidenceView::tr("Light");
    case EvidenceOf::Colours: return EvidenceView::tr("Colours");
    case EvidenceOf::White: return EvidenceView::tr("White and primaries");
    case EvidenceOf::Ramps: return EvidenceView::tr("Ramps");
    }
    return {};
}

} // namespace

EvidenceView::EvidenceView(Banner &banner, std::function<Store *()> store, QWidget *parent)
    : QFrame(parent), m_banner(banner), m_store(std::move(store)), m_title(new QLabel), m_words(new QLabel), m_sources(new QListWidget),
      m_charts(new QListWidget), m_larger(new QPushButton(tr("One chart &larger"))), m_report(new ReportButton(banner, m_store)),
      m_grid(new QGridLayout)
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_title->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_title->setFont(large);
    for (QLabel *label : {m_title, m_words}) {
        label->setTextFormat(Qt::PlainText); // names in them come from outside
        label->setWordWrap(true);
    }
    m_words->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_larger->setFocusPolicy(Qt::TabFocus); // a press on it leaves the chart that it is meant for with the focus
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(18);
    layout->addWidget(choices());
    auto *right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(m_title);
    right->addWidget(m_words);
    right->addLayout(m_grid, 1);
    right->addStretch(0); // where nothing is drawn the words stand on top
    m_grid->setSpacing(10);
    layout->addLayout(right, 1);
    connect(m_sources, &QListWidget::currentRowChanged, this, &EvidenceView::sourceChosen);
    connect(m_charts, &QListWidget::currentRowChanged, this, &EvidenceView::draw);
    connect(m_larger, &QPushButton::clicked, this, &EvidenceView::enlarge);
}

QWidget *EvidenceView::choices()
{
    auto *part = new QWidget;
    part->setFixedWidth(230);
    auto *layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    const auto titled = [&](const QString &words, QListWidget *list) {
        auto *label = new QLabel(words);
        label->setBuddy(list);
        list->setAccessibleName(QString(words).remove(QLatin1Char('&')));
        list->setWordWrap(true);
        layout->addWidget(label);
        layout->addWidget(list, list == m_sources ? 1 : 0);
    };
    for (const EvidenceOf what : kEvidence) {
        m_charts->addItem(nameOf(what));
    }
    titled(tr("&What of it"), m_charts);
    m_charts->setFixedHeight(int(kEvidence.size()) * m_charts->sizeHintForRow(0) + 2 * m_charts->frameWidth() + 2);
    titled(tr("&From"), m_sources);
    layout->addWidget(m_larger);
    layout->addWidget(m_report);
    return part;
}

void EvidenceView::show(const DisplayEntry &display, WallTime now)
{
    const bool another = display.id != m_display.id;
    m_display = display;
    m_now = now;
    if (another) {
        m_alone = -1;
    }
    const QString before = another ? QString() : chosenSource();
    listSources(before);
    sourceChosen();
    m_report->setReport(
        [this]() -> Result<BesideReport> {
            AgeingQuestion question;
            question.on = m_now;
            Store *store = m_store();
            if (store == nullptr) {
                return store::storageError(say("no-such-display", m_display.id));
            }
            const auto found = displayEvidence(*store, m_display.id, question);
            return found ? Result<BesideReport>(displayReport(found.value())) : Result<BesideReport>(found.error());
        },
        m_display.name);
}

QString EvidenceView::chosenSource() const
{
    return m_sources->currentItem() != nullptr ? m_sources->currentItem()->data(kSourceKey).toString() : QString();
}

void EvidenceView::showAgain()
{
    const auto now = sourcesNow();
    bool same = int(now.size()) == m_sources->count();
    for (int i = 0; same && i < m_sources->count(); ++i) {
        same = m_sources->item(i)->data(kSourceKey).toString() == now[size_t(i)].second;
    }
    Store *store = m_store();
    if (!same || (store != nullptr && store->histories().all(m_display.id).size() != m_entries.size())) {
        const QString before = chosenSource();
        listSources(before);
        if (chosenSource() != before || before == kYears) {
            sourceChosen(); // else what is drawn stays, as far as it was zoomed into
        }
    }
}

std::vector<std::pair<QString, QString>> EvidenceView::sourcesNow()
{
    std::vector<std::pair<QString, QString>> all{{tr("All its years"), kYears}};
    Store *store = m_store();
    if (store == nullptr) {
        return all;
    }
    for (const VisitEntry &v : store->visits().of(m_display.id, kVisitsShown)) {
        if (v.state == VisitState::Finished) {
            all.emplace_back(tr("%1, %2").arg(text(say("task-" + taskName(v.task))), wordedDay(v.finished)), QLatin1Char('v') + v.id);
        }
    }
    for (const MeasurementEntry &m : store->measurements().of(m_display.id, {}, kMeasurementsShown)) {
        if (surveyKindFromName(m.kind)) {
            all.emplace_back(tr("%1, %2").arg(text(say("measurement-" + m.kind)), wordedDay(m.finished)), QStringLiteral("m%1").arg(m.id));
        }
    }
    return all;
}

void EvidenceView::listSources(const QString &before)
{
    {
        const QSignalBlocker quiet(m_sources);
        m_sources->clear();
        int row = -1;
        for (const auto &[words, key] : sourcesNow()) {
            row = key == before ? m_sources->count() : row;
            auto *item = new QListWidgetItem(words, m_sources);
            item->setData(kSourceKey, key);
        }
        Store *store = m_store();
        m_entries = store != nullptr ? store->histories().all(m_display.id) : std::vector<HistoryEntry>{};
        if (const auto problem = store != nullptr ? store->takeProblem() : std::nullopt) {
            m_banner.say(*problem); // what could not be read must not look like nothing
        }
        row = row >= 0 ? row : (m_sources->count() > 1 ? 1 : 0); // the newest visit
        m_sources->setCurrentRow(row);
        const QSignalBlocker still(m_charts);
        m_charts->setCurrentRow(std::max(0, m_charts->currentRow()));
    }
}

void EvidenceView::showVisit(const QString &visit)
{
    for (int i = 0; i < m_sources->count(); ++i) {
        if (m_sources->item(i)->data(kSourceKey).toString() == QLatin1Char('v') + visit) {
            m_sources->setCurrentRow(i);
            return;
        }
    }
}

void EvidenceView::choose(EvidenceOf what)
{
    m_charts->setCurrentRow(int(what));
}

void EvidenceView::sourceChosen()
{
    m_visit.reset();
    m_survey.reset();
    Store *store = m_store();
    const QString key = chosenSource();
    if (store != nullptr && key.startsWith(QLatin1Char('v'))) {
        auto record = store->visits().record(key.mid(1));
        if (record) {
            m_limit = record->plan.tolerance.mean;
            m_visit = std::move(record).value();
        } else {
            m_banner.say(record.error());
        }
    } else if (store != nullptr && key.startsWith(QLatin1Char('m'))) {
        const auto document = store->measurements().document(key.mid(1).toLongLong());
        auto record =
            document ? surveyFromJson(*document) : Result<SurveyRecord>(store::storageError(say("measurement-unreadable", key.mid(1).toLongLong())));
        if (record) {
            m_survey = std::move(record).value();
        } else {
            m_banner.say(record.error());
        }
    }
    m_charts->setEnabled(m_visit.has_value()); // years and measurements have charts of their own
    draw();
}

QStringList EvidenceView::visitWords(EvidenceOf what) const
{
    const VisitRecord &r = *m_visit;
    const std::string unit = metricUnit(r.verification.metric);
    QStringList words{text(say("evidence-verdict", say("verdict-" + verdictName(r.verdict)),
                               say(r.scope() == Scope::Instrument ? "certificate-by-instrument" : "certificate-by-observer")))};
    if (r.verdict != Verdict::Pass && !r.reasons.empty()) {
        words.back() += QLatin1Char(' ') + text(r.reasons.front());
    }
    if ((what == EvidenceOf::Grays || what == EvidenceOf::Light) && !r.gray.grays.empty()) {
        words << text(say("evidence-grays", decimal(r.gray.mean, 2), decimal(r.doubt.grayMean.instrument, 2), decimal(r.doubt.grayMean.absolute, 2),
                          decimal(r.gray.max, 2), decimal(r.gray.gammaMean, 2), unit));
    }
    if (what == EvidenceOf::Colours && !r.verification.colours.empty()) {
        words << text(say("evidence-colours", say("count-colours", r.verification.colours.size()), decimal(r.verification.mean, 2),
                          decimal(r.doubt.mean.instrument, 2), decimal(r.doubt.mean.absolute, 2), decimal(r.verification.max, 2), unit));
    }
    if (what == EvidenceOf::White && r.calibrated.white.b > 0) {
        const XYZ &w = r.calibrated.white;
        words << text(say("evidence-white", decimal(w.b, 1), decimal(chromaticity(w).x, 4), decimal(chromaticity(w).y, 4),
                          decimal(whiteDifference(w, r.targetWhite(), r.verification.metric), 2), decimal(r.doubt.white.instrument, 2),
                          decimal(r.doubt.white.absolute, 2), unit));
    }
    std::vector<Message> shares;
    for (const char *space : {"sRGB", "Display P3", "Adobe RGB (1998)", "Rec. 2020"}) {
        if (const SpaceCoverage *c = coverageOf(r.gamut, space); c != nullptr && std::isfinite(c->coverage)) {
            shares.push_back(say("evidence-share", decimal(c->coverage, 1), space));
        }
    }
    if ((what == EvidenceOf::White || what == EvidenceOf::Colours) && !shares.empty()) {
        words.back() += QLatin1Char(' ') + text(say("evidence-covers", listed(std::move(shares))));
    }
    if (what == EvidenceOf::Ramps) {
        words << (r.ramps.empty() ? tr("This visit made no ramps.") : text(say("evidence-ramps", decimal(r.quantisationFloor, 2))));
    }
    return words;
}

QStringList EvidenceView::yearsWords() const
{
    if (m_entries.empty()) {
        return {tr("Nothing is known of its years yet: visits, and histories that are brought in, show here.")};
    }
    const auto visits = std::count_if(m_entries.begin(), m_entries.end(), isVisit);
    return {text(say("evidence-years", say("count-visits", visits), Day{m_entries.front().at}, Day{m_entries.back().at}))};
}

void EvidenceView::draw()
{
    const EvidenceOf what = kEvidence.at(size_t(std::max(0, m_charts->currentRow())));
    const QString source = m_sources->currentItem() != nullptr ? m_sources->currentItem()->text() : QString();
    m_title->setText(m_visit ? tr("%1: %2. %3").arg(m_display.name, nameOf(what), source) : tr("%1: %2").arg(m_display.name, source));
    QStringList words;
    std::vector<plot::Plot> plots;
    if (m_visit) {
        plots = evidencePlots(*m_visit, what);
        words = visitWords(what);
        if (plots.empty() && what != EvidenceOf::Ramps) {
            words << tr("This visit measured nothing of it.");
        }
    } else if (m_survey) {
        const SurveyResults results = surveyResults(*m_survey);
        plots = surveyPlots(*m_survey, results);
        for (const Message &m : surveySaid(*m_survey, results)) {
            words << text(m);
        }
        constexpr qsizetype kMost = 4; // the rest is on its own page
        words = words.mid(0, kMost);
    } else {
        plots = yearsEvidence(m_entries, m_now, m_limit);
        words = yearsWords();
    }
    m_words->setText(words.join(QLatin1Char('\n')));
    drawPlots(std::move(plots));
}

void EvidenceView::drawPlots(std::vector<plot::Plot> plots)
{
    constexpr size_t kMost = 4;
    plots.resize(std::min(kMost, plots.size()));
    while (m_plots.size() < plots.size()) {
        m_plots.push_back(new PlotWidget);
    }
    for (size_t i = 0; i < plots.size(); ++i) {
        m_plots[i]->setAccessibleName(text(plots[i].title));
        m_plots[i]->setPlot(std::move(plots[i]));
    }
    m_shown = plots.size();
    m_alone = m_alone < int(m_shown) ? m_alone : -1;
    layPlots(m_shown);
}

void EvidenceView::layPlots(size_t count)
{
    for (size_t i = 0; i < m_plots.size(); ++i) {
        const bool seen = i < count && (m_alone < 0 || int(i) == m_alone);
        const int position = m_alone < 0 ? int(i) : 0;
        // The last of an odd number takes the whole width.
        const bool wide = m_alone >= 0 || (i + 1 == count && count % 2 == 1);
        m_grid->addWidget(m_plots[i], position / 2, position % 2, 1, wide ? 2 : 1);
        m_plots[i]->setVisible(seen);
    }
    m_larger->setEnabled(count > 1);
    m_larger->setText(m_alone >= 0 ? tr("A&ll charts") : tr("One chart &larger"));
}

void EvidenceView::enlarge()
{
    if (m_alone >= 0) {
        m_alone = -1;
    } else {
        m_alone = 0;
        for (size_t i = 0; i < m_shown; ++i) {
            m_alone = m_plots[i]->hasFocus() || m_plots[i]->underMouse() ? int(i) : m_alone;
        }
    }
    layPlots(m_shown);
    if (m_alone >= 0) {
        m_plots[size_t(m_alone)]->setFocus();
    }
}

QString EvidenceView::words() const
{
    return m_words->text();
}

QString EvidenceView::title() const
{
    return m_title->text();
}

std::vector<PlotWidget *> EvidenceView::plots() const
{
    std::vector<PlotWidget *> all;
    for (size_t i = 0; i < m_shown; ++i) {
        if (m_alone < 0 || int(i) == m_alone) {
            all.push_back(m_plots[i]);
        }
    }
    return all;
}

} // namespace lamp::app
