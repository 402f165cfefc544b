// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/survey_view.h"

#include "app/parts/banner.h"
#include "app/parts/plain_table.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/reports/report_button.h"
#include "app/survey/room_typed.h"
#include "app/survey/uniformity_map.h"
#include "report/survey_plots.h"
#include "survey/colour_list.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

QString titleOf(SurveyKind kind)
{
    return text(say("measurement-" + surveyKindName(kind)));
}

QString aboutOf(SurveyKind kind)
{
    switch (kind) {
    case SurveyKind::Gray: return SurveyView::tr("How true the grays are, level by level: against the tone and white of the target.");
    case SurveyKind::Saturation:
        return SurveyView::tr("The six hues from gray to their corner: right at the corners is not enough, the way there should be straight.");
    case SurveyKind::Colours: return SurveyView::tr("A set of colours, each beside what it should be.");
    case SurveyKind::Uniformity:
        return SurveyView::tr(
            "White and a gray at places of the screen, beside the centre. At a real bench you are asked to lay the instrument there.");
    case SurveyKind::Contrast: return SurveyView::tr("White and black, beside dark and beside bright; whether the panel dims large whites.");
    case SurveyKind::Stability: return SurveyView::tr("White over time, from now. Static patches can mark some panels: keep it short on an OLED.");
    case SurveyKind::Hdr:
        return SurveyView::tr("What the display makes of a signal of high dynamic range: grays, colours, its peak by size and as it lasts. Bright "
                              "patches glare and tire the eyes: look away from the screen.");
    case SurveyKind::Angles:
        return SurveyView::tr(
            "White, a gray and black from beside, from above and below. It takes an instrument that looks from a distance; at a real "
            "bench you are asked to turn it.");
    case SurveyKind::Modes: return SurveyView::tr("The same colours in each of the display's own modes, and which of them to calibrate in.");
    case SurveyKind::Room:
        return SurveyView::tr(
            "The light at the desk, reading by reading: when it is too bright, and what white would go with it. The instrument lies "
            "at the desk; the screen is free for work, and is never changed unless you ask for it.");
    }
    return {};
}

} // namespace

SurveyView::SurveyView(SurveyRunner &runner, Banner &banner, std::function<Store *()> store, QWidget *parent)
    : QFrame(parent), m_runner(runner), m_banner(banner), m_store(std::move(store)), m_kinds(new QListWidget), m_kept(new QListWidget),
      m_title(new QLabel), m_about(new QLabel), m_words(new QLabel), m_progress(new QLabel), m_keptTitle(new QLabel(tr("&Earlier ones"))),
      m_steps(new QSpinBox), m_luminance(new QDoubleSpinBox), m_minutes(new QDoubleSpinBox), m_lasting(new QDoubleSpinBox),
      m_hours(new QDoubleSpinBox), m_every(new QDoubleSpinBox), m_evenLuminance(new QDoubleSpinBox), m_evenColour(new QDoubleSpinBox),
      m_limitsOf(new QLineEdit), m_follow(new QCheckBox(tr("Let the screen f&ollow"))), m_roomLight(new QCheckBox(tr("With the room's &light"))),
      m_signal(new QComboBox), m_grid(new QComboBox), m_set(new QComboBox), m_space(new QComboBox), m_start(new QPushButton),
      m_goOn(new QPushButton(tr("&Go on with it"))), m_type(new QPushButton(tr("T&ype a day …"))), m_report(new ReportButton(banner, m_store)),
      m_charts(new QGridLayout), m_map(new UniformityMap), m_modes(plainTable(QStringList(8), tr("The display's modes")))
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_title->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_title->setFont(large);
    m_title->setWordWrap(true);
    for (QLabel *label : {m_about, m_words, m_progress}) {
        label->setWordWrap(true);
    }
    m_modes->verticalHeader()->hide();
    m_modes->setTabKeyNavigation(false);
    m_modes->setWordWrap(true);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(18);
    layout->addWidget(choices());
    auto *right = new QVBoxLayout;
    right->setSpacing(10);
    right->addWidget(m_title);
    right->addWidget(m_words);
    right->addLayout(m_charts, 1);
    right->addStretch(0); // where nothing is drawn yet the words stand on top
    m_charts->setSpacing(8);
    m_charts->addWidget(m_modes, 2, 0, 1, 2);
    m_charts->addWidget(m_map, 3, 0, 1, 2);
    layout->addLayout(right, 1);
    connect(m_kinds, &QListWidget::currentRowChanged, this, &SurveyView::kindChosen);
    connect(m_start, &QPushButton::clicked, this, &SurveyView::startOrStop);
    connect(m_goOn, &QPushButton::clicked, this, &SurveyView::goOn);
    connect(m_type, &QPushButton::clicked, this, &SurveyView::typeRoom);
    connect(&m_runner, &SurveyRunner::changed, this, &SurveyView::tell);
    connect(&m_runner, &SurveyRunner::ended, this, &SurveyView::ended);
    connect(&m_runner, &SurveyRunner::progressed, this, [this](const QString &what, double fraction, double left) {
        m_progress->setText(tr("%1 (%2 %), about %3 left").arg(what, number(100 * fraction, 0), wordedSpan(left)));
    });
    m_kinds->setCurrentRow(0);
    clear();
}

QWidget *SurveyView::choices()
{
    m_kinds->setAccessibleName(tr("What is measured"));
    for (const SurveyKind k : kSurveyKinds) {
        m_kinds->addItem(titleOf(k));
    }
    m_kinds->setFixedHeight(int(kSurveyKinds.size()) * m_kinds->sizeHintForRow(0) + 2 * m_kinds->frameWidth() + 2);
    m_steps->setRange(2, 257);
    m_luminance->setRange(0.05, 1);
    m_luminance->setSingleStep(0.05);
    m_luminance->setValue(1);
    m_minutes->setRange(1, 1440);
    m_minutes->setDecimals(0);
    m_minutes->setValue(30);
    m_lasting->setRange(0, 60);
    m_lasting->setDecimals(0);
    m_lasting->setValue(5);
    m_hours->setRange(0.5, 24);
    m_hours->setDecimals(1);
    m_hours->setValue(9);
    m_every->setRange(1, 60);
    m_every->setDecimals(0);
    m_every->setValue(5);
    m_evenLuminance->setRange(0.5, 50);
    m_evenLuminance->setDecimals(1);
    m_evenLuminance->setSuffix(tr(" %"));
    m_evenLuminance->setValue(EvennessLimits{}.luminancePercent);
    m_evenColour->setRange(0, 20);
    m_evenColour->setDecimals(1);
    m_evenColour->setSingleStep(0.5);
    m_evenColour->setSuffix(tr(" ΔE00"));
    m_evenColour->setSpecialValueText(tr("not judged"));
    m_limitsOf->setMaxLength(60);
    m_limitsOf->setPlaceholderText(tr("ISO 12646:2015 asks for 10 %"));
    for (const int n : {3, 5, 9}) {
        m_grid->addItem(tr("%1 by %1").arg(n), n);
    }
    for (const auto &[name, set] : std::vector<std::pair<QString, QString>>{
             {tr("of memory"), "memory"}, {tr("skin"), "skin"}, {tr("near neutral"), "neutrals"}, {tr("near the gamut's surface"), "surface"}}) {
        m_set->addItem(name, set);
    }
    for (const RgbSpace &s : rgbSpaces()) {
        m_space->addItem(text(s.name));
    }
    auto *part = new QWidget;
    part->setFixedWidth(250);
    auto *layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_kinds);
    layout->addWidget(m_about);
    using enum SurveyKind;
    const auto option = [&](const QString &words, QWidget *w, std::vector<SurveyKind> kinds) {
        auto *row = new QWidget;
        auto *line = new QVBoxLayout(row);
        line->setContentsMargins(0, 0, 0, 0);
        line->setSpacing(2);
        auto *label = new QLabel(words);
        label->setBuddy(w);
        w->setAccessibleName(QString(words).remove(QLatin1Char('&')));
        line->addWidget(label);
        line->addWidget(w);
        layout->addWidget(row);
        m_options.emplace_back(row, std::move(kinds));
    };
    m_signal->addItem(tr("PQ"), int(Signal::Pq));
    m_signal->addItem(tr("HLG"), int(Signal::Hlg));
    option(tr("S&teps"), m_steps, {Gray, Saturation, Hdr});
    option(tr("S&ignal"), m_signal, {Hdr});
    option(tr("Share of the corner's &luminance"), m_luminance, {Saturation});
    option(tr("Drives mea&n"), m_space, {Saturation, Colours, Modes});
    option(tr("&Colours"), m_set, {Colours});
    option(tr("&Places"), m_grid, {Uniformity});
    auto *within = new QWidget;
    auto *both = new QHBoxLayout(within);
    both->setContentsMargins(0, 0, 0, 0);
    both->addWidget(m_evenLuminance, 1);
    both->addWidget(m_evenColour, 1);
    within->setFocusProxy(m_evenLuminance);
    option(tr("L&uminance and colour within"), within, {Uniformity});
    m_evenLuminance->setAccessibleName(tr("Luminance within"));
    m_evenColour->setAccessibleName(tr("White and gray within"));
    option(tr("Whose &limits"), m_limitsOf, {Uniformity});
    option(tr("&Minutes"), m_minutes, {Stability});
    option(tr("Minutes that white sta&ys"), m_lasting, {Hdr});
    option(tr("&Hours"), m_hours, {Room});
    option(tr("A reading every … m&inutes"), m_every, {Room});
    for (const auto &[w, kind] : std::initializer_list<std::pair<QWidget *, SurveyKind>>{{m_follow, Room}, {m_type, Room}, {m_roomLight, Contrast}}) {
        layout->addWidget(w);
        m_options.emplace_back(w, std::vector{kind});
    }
    layout->addSpacing(6);
    layout->addWidget(m_start);
    layout->addWidget(m_goOn);
    layout->addWidget(m_report);
    layout->addWidget(m_progress);
    m_keptTitle->setBuddy(m_kept);
    m_kept->setAccessibleName(tr("Earlier measurements of this display"));
    m_kept->setWordWrap(true);
    layout->addWidget(m_keptTitle);
    layout->addWidget(m_kept, 1);
    layout->addStretch(0);
    connect(m_kept, &QListWidget::currentItemChanged, this, [this](const QListWidgetItem *item) {
        if (item != nullptr && !m_runner.running()) {
            showKept(item->data(Qt::UserRole).toLongLong());
        }
    });
    return part;
}

SurveyKind SurveyView::kind() const
{
    return kSurveyKinds.at(size_t(std::max(0, m_kinds->currentRow())));
}

void SurveyView::choose(SurveyKind kind)
{
    m_kinds->setCurrentRow(int(std::find(kSurveyKinds.begin(), kSurveyKinds.end(), kind) - kSurveyKinds.begin()));
}

void SurveyView::kindChosen()
{
    m_about->setText(kind() == SurveyKind::Gray
                         ? aboutOf(kind()) + QLatin1Char(' ') + tr("Here: %1, %2.").arg(shippedText(m_target.name), text(m_target.tone.named()))
                         : aboutOf(kind()));
    for (const auto &[row, kinds] : m_options) {
        row->setVisible(std::find(kinds.begin(), kinds.end(), kind()) != kinds.end());
    }
    if (m_stepsFor != kind()) {
        m_stepsFor = kind();
        m_steps->setValue(kind() == SurveyKind::Saturation ? 4 : (kind() == SurveyKind::Hdr ? 33 : 21));
    }
}

SurveyPlan SurveyView::plan() const
{
    SurveyPlan p;
    p.kind = kind();
    p.steps = m_steps->value();
    p.luminance = m_luminance->value();
    p.minutes = p.kind == SurveyKind::Room ? 60 * m_hours->value() : (p.kind == SurveyKind::Hdr ? m_lasting->value() : m_minutes->value());
    p.signal = Signal(m_signal->currentData().toInt());
    p.roomLight = m_roomLight->isChecked();
    p.everyMinutes = m_every->value();
    if (p.kind == SurveyKind::Room && m_follow->isChecked()) {
        p.follow = m_law;
    }
    p.grid = m_grid->currentData().toInt();
    p.even.luminancePercent = m_evenLuminance->value();
    p.even.deltaE = m_evenColour->value() > 0 ? std::optional(m_evenColour->value()) : std::nullopt;
    p.even.source = m_limitsOf->text().trimmed().toStdString();
    p.space = m_space->currentText().toStdString();
    p.tone = m_target.tone;
    p.white = m_target.white.chromaticity();
    if (p.kind == SurveyKind::Colours) {
        if (auto colours = surveySet(m_set->currentData().toString().toStdString(), p)) {
            p.colours = std::move(colours).value();
        }
    }
    return p;
}

void SurveyView::listKept()
{
    constexpr Page kNewest{0, 100};
    const QSignalBlocker quiet(m_kept);
    m_kept->clear();
    if (Store *store = m_store()) {
        for (const MeasurementEntry &m : store->measurements().of(m_display.id, {}, kNewest)) {
            if (m.kind != "diagnosis") { // it has a page of its own
                auto *item = new QListWidgetItem(tr("%1, %2").arg(text(say("measurement-" + m.kind)), wordedDay(m.finished))
                                                     + (m.complete ? QString() : QLatin1Char(' ') + tr("(cut off)")),
                                                 m_kept);
                item->setData(Qt::UserRole, m.id);
                item->setToolTip(m.said.empty() ? QString() : QStringLiteral("<qt>%1</qt>").arg(text(m.said.front()).toHtmlEscaped()));
            }
        }
    }
    if (const auto problem = m_store() != nullptr ? m_store()->takeProblem() : std::nullopt) {
        m_banner.say(*problem); // what could not be read must not look like nothing
    }
    m_kept->setVisible(m_kept->count() > 0);
    m_keptTitle->setVisible(m_kept->count() > 0);
}

void SurveyView::showKept(qint64 measurement)
{
    Store *store = m_store();
    const auto document = store != nullptr ? store->measurements().document(measurement) : std::nullopt;
    const auto record = document ? surveyFromJson(*document) : Result<SurveyRecord>(store::storageError(say("measurement-unreadable", measurement)));
    if (!record) {
        m_banner.say(record.error());
        return;
    }
    clear();
    const auto shown = std::make_shared<const SurveyRecord>(record.value());
    tell(std::make_shared<const SurveyNews>(SurveyNews{shown, surveyResults(*shown)}));
    m_title->setText(tr("%1: %2, %3").arg(m_display.name, titleOf(shown->plan.kind), wordedDay(shown->finished)));
    if (!shown->complete) { // it can be gone on with from here
        m_cutOff = shown;
        m_goOn->show();
    }
}

void SurveyView::show(const DisplayEntry &display, const Target &target, std::optional<BrightnessLaw> law)
{
    const bool another = display.id != m_display.id;
    if (m_runner.running()) {
        return; // what is being measured stays in sight, whatever is chosen
    }
    m_display = display;
    m_target = target;
    m_law = std::move(law);
    m_follow->setEnabled(m_law.has_value());
    if (!m_law || another) {
        m_follow->setChecked(false); // asked for anew, display by display
    }
    m_follow->setToolTip(m_law ? tr("Its brightness is moved by small steps, and stands as before at the end.")
                               : tr("No visit to this display tried two values of its brightness: how it would follow is not known."));
    kindChosen();
    listKept();
    if (another) {
        clear();
    }
}

void SurveyView::clear()
{
    m_title->setText(m_display.name.isEmpty() ? QString() : tr("%1, beside its visits").arg(m_display.name));
    m_words->setText(tr("Nothing of the display is changed but what it shows. What is read is kept."));
    m_map->hide();
    m_modes->hide();
    for (PlotWidget *p : m_plots) {
        p->hide();
    }
    m_cutOff.reset();
    m_report->setReport({}, {});
    m_goOn->hide();
    m_progress->clear();
    m_start->setText(tr("Measure no&w"));
}

void SurveyView::startOrStop()
{
    if (m_runner.running()) {
        m_runner.cancel();
        return;
    }
    clear();
    Q_EMIT wanted(m_display.id, plan(), nullptr);
    if (m_runner.running()) {
        m_start->setText(tr("St&op"));
    }
}

void SurveyView::goOn()
{
    if (m_cutOff != nullptr && !m_runner.running()) {
        const SurveyPtr before = m_cutOff;
        Q_EMIT wanted(m_display.id, before->plan, before);
        if (m_runner.running()) {
            m_goOn->hide();
            m_start->setText(tr("St&op"));
        }
    }
}

void SurveyView::typeRoom()
{
    auto *dialog = new RoomTyped(this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        if (!m_runner.running()) {
            clear();
            Q_EMIT typed(m_display.id, dialog->points());
        }
    });
    dialog->open();
}

void SurveyView::tell(const SurveyNewsPtr &news)
{
    const SurveyPtr &record = news->record;
    m_report->setReport([record] { return measurementReport(*record); }, text(surveyKindName(record->plan.kind)));
    const SurveyResults &results = news->results;
    QStringList words;
    for (const Message &m : surveySaid(*record, results)) {
        words << text(m);
    }
    if (results.hdr) { // a paragraph: the charts have the room
        const qsizetype said = qsizetype(hdrSaid(*results.hdr).size());
        words = QStringList{words.mid(0, said).join(QLatin1Char(' '))} + words.mid(said);
    }
    if (!results.modes.empty() && results.choice) {
        words = {text(results.choice->reason)}; // the table has the figures
        for (const Choice::Line &l : results.choice->lines) {
            if (results.choice->chosen || l.why.code != "choice-over-limit") { // of all of them the first sentence says it
                words << text(l.name) + QStringLiteral(": ") + text(l.why);
            }
        }
    }
    m_words->setText(words.isEmpty() ? tr("%1 readings so far.").arg(record->readings.size()) : words.join(QLatin1Char('\n')));
    const auto plots = surveyPlots(*record, results);
    while (m_plots.size() < plots.size()) {
        m_plots.push_back(new PlotWidget);
    }
    // One above two, two above two, or a diagram beside its bars.
    const bool beside = plots.size() == 2 && plots.front().square, four = plots.size() == 4;
    for (size_t i = 0; i < m_plots.size(); ++i) {
        const bool wide = !beside && !four && (i == 0 || plots.size() < 3);
        const int row = four ? int(i) / 2 : (beside || i == 0 ? 0 : 1), column = four ? int(i) % 2 : (i == 0 || wide ? 0 : (beside ? 1 : int(i) - 1));
        m_charts->addWidget(m_plots[i], row, column, 1, wide ? 2 : 1);
        m_plots[i]->setVisible(i < plots.size());
        if (i < plots.size()) {
            m_plots[i]->setPlot(plots[i]);
            m_plots[i]->setAccessibleName(text(plots[i].title));
        }
    }
    if (results.uniformity) {
        m_map->show(*results.uniformity, record->display.widthMm, record->display.heightMm);
    }
    showModes(*record, results);
}

void SurveyView::showModes(const SurveyRecord &record, const SurveyResults &results)
{
    m_modes->setVisible(!results.modes.empty());
    m_modes->setRowCount(int(results.modes.size()));
    m_modes->setHorizontalHeaderLabels({tr("Mode"), tr("ΔE00"), tr("Largest"), tr("White cd/m²; x, y"), tr("Contrast"), tr("Gamma"),
                                        tr("% of %1").arg(text(record.plan.space)), tr("Calibrated cd/m²")});
    for (size_t i = 0; i < results.modes.size(); ++i) {
        const ModeFound &m = results.modes[i];
        const bool read = !m.colours.colours.empty();
        const auto figure = [&](double v, int places) { return read ? number(v, places) : QStringLiteral("–"); };
        const Chromaticity c = chromaticity(m.white);
        const QString none = QStringLiteral("–");
        const auto least = [&](double v) { return (m.contrastAtLeast ? QStringLiteral("≥ ") : QString()) + number(v, 0); };
        setRow(*m_modes, int(i),
               QStringList{text(m.name), figure(m.colours.mean, 2), figure(m.colours.max, 1),
                           read ? QStringLiteral("%1; %2, %3").arg(number(m.white.b, 0), number(c.x, 3), number(c.y, 3)) : none,
                           read ? least(m.contrast) : none, figure(m.gamma, 2), figure(m.coverage, 0),
                           m.keptLuminance ? QStringLiteral("%1; %2 : 1").arg(number(*m.keptLuminance, 0), least(*m.keptContrast)) : none});
        // The sentence above says it; the eye finds its row.
        const bool chosen = results.choice->chosen == i, toCalibrate = results.choice->toCalibrate == i;
        QTableWidgetItem &name = *m_modes->item(int(i), 0);
        QFont font = m_modes->font();
        font.setBold(chosen || toCalibrate);
        name.setFont(font);
        name.setData(Qt::AccessibleTextRole, chosen        ? tr("%1 (recommended)").arg(text(m.name))
                                             : toCalibrate ? tr("%1 (to calibrate)").arg(text(m.name))
                                                           : text(m.name));
    }
    m_modes->resizeColumnsToContents();
    m_modes->horizontalHeader()->setStretchLastSection(true);
    m_modes->resizeRowsToContents();
}

void SurveyView::ended(const SurveyEnd &end)
{
    m_start->setText(tr("Measure no&w"));
    m_progress->clear();
    if (end.news->record->readings.empty()) {
        m_banner.say(end.error.value_or(stoppedOnRequest()));
        return;
    }
    tell(end.news);
    listKept();
    m_cutOff = end.error ? end.news->record : nullptr;
    m_goOn->setVisible(end.error.has_value());
    m_folder = end.folder;
    if (end.unkept) {
        m_banner.say(*end.unkept);
    } else {
        m_banner.say(end.error ? tr("%1 What was read is in %2; it can be gone on with.").arg(text(end.error->paragraph()), m_folder)
                               : tr("The measurement is in %1.").arg(m_folder));
    }
}

QString SurveyView::words() const
{
    return m_words->text();
}

std::vector<PlotWidget *> SurveyView::plots() const
{
    std::vector<PlotWidget *> all;
    for (PlotWidget *p : m_plots) {
        if (p->isVisible()) {
            all.push_back(p);
        }
    }
    return all;
}

} // namespace lamp::app
