// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/worksheet.h"

#include "app/before_after/look_controls.h"
#include "app/before_after/look_view.h"
#include "app/parts/look.h"
#include "app/parts/plain_table.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/visit/menu_form.h"
#include "app/visit/place_picture.h"
#include "app/visit/stage_charts.h"
#include "app/visit/target_form.h"
#include "app/visit/trim_bars.h"
#include "report/visit_plots.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// What is to be done at a stage, in words, with the cautions that belong to it.
QStringList instructions(Stage stage)
{
    switch (stage) {
    case Stage::Prepare:
        return {QObject::tr("Patches change brightness in a dark room. Nothing flashes, but people with photosensitive epilepsy should not watch; "
                            "everybody else may look away too.")};
    case Stage::RoomLight: return {QObject::tr("Put the instrument where you work, its diffuser facing the room.")};
    case Stage::Place:
        return {QObject::tr("Cover off, and over the back of the display as counterweight."),
                QObject::tr("Tilt the screen back so that the instrument lies flat in the marked place; no gap seen from the side."),
                QObject::tr("Never press on the panel. For displays on walls or ceilings follow local rules for working at height.")};
    case Stage::Look:
        return {QObject::tr("Compare before and after with pictures you know. Eyes adapt: look away in between, and rest before judging."),
                QObject::tr(
                    "A look checks the eye as much as the screen. About one man in twelve sees some colours differently; this is no medical test.")};
    case Stage::SignOff:
        return {QObject::tr("Note the menu's settings on the display's card: a reset of the display destroys them."),
                QObject::tr("Put the instrument back in a dark, dry place. From now on nobody touches the display's menu.")};
    default: return {};
    }
}

/// CIEDE2000 is what is meant where nothing is said.
QString unitShown(const Check &c)
{
    return c.unit == metricUnit(Metric::Ciede2000) ? QString() : ' ' + text(c.unit);
}

/// The figures against their limits, two side by side.
QString checksTable(const VisitRecord &r)
{
    QString table = QStringLiteral("<table cellspacing='0' cellpadding='1'>");
    for (size_t i = 0; i < r.checks.size(); ++i) {
        const Check &c = r.checks[i];
        const QString unit = unitShown(c);
        const QString figure = QStringLiteral("%1 ± %2%3").arg(number(c.value, 2), number(c.uncertainty(), 2), unit);
        const QString word = c.verdict == Verdict::Pass
                                 ? QObject::tr("within %1")
                                 : (c.verdict == Verdict::Fail ? QObject::tr("<b>beyond %1</b>") : QObject::tr("<b>undecided at %1</b>"));
        table += QStringLiteral("%1<td>%2&nbsp;</td><td align='right' style='white-space:nowrap'>%3&nbsp;</td><td "
                                "style='white-space:nowrap'>%4&nbsp;&nbsp;&nbsp;&nbsp;</td>%5")
                     .arg(i % 2 == 0 ? "<tr>" : "", worded(lamp::say(c.code)).toHtmlEscaped(), figure, word.arg(number(c.limit, 1) + unit),
                          i % 2 == 1 ? "</tr>" : "");
    }
    return table + QStringLiteral("</table>");
}

/// By whose eyes the verdict is, and what the other ones may see.
QString scopeSaid(const VisitRecord &r)
{
    const bool seen = r.checks.front().scope == Scope::Instrument;
    QStringList others;
    for (const Check &c : r.checks) {
        const double k2 = seen ? c.k2.absolute : c.k2.instrument;
        if (std::isfinite(k2)) {
            const QString unit = unitShown(c);
            others << QStringLiteral("%1 %2%3").arg(worded(lamp::say(c.code)),
                                                    (seen ? QString() : QStringLiteral("± ")) + number(seen ? c.value + k2 : k2, 1), unit);
        }
    }
    const QString instrument = text(r.instrument.model.empty() ? r.instrument.kind : r.instrument.model);
    const QString whose = seen ? QObject::tr("Judged as %1 sees it.").arg(instrument) : QObject::tr("Judged against the standard observer.");
    if (others.isEmpty()) {
        return {}; // of an earlier version, whose one uncertainty was of neither kind
    }
    const QString list = others.join(QStringLiteral("; "));
    return whose + ' '
           + (seen ? QObject::tr("Against the standard observer, at most: %1.").arg(list) : QObject::tr("As %1 sees it: %2.").arg(instrument, list));
}

QLabel *paragraph(const QString &content, QWidget *parent)
{
    auto *label = new QLabel(content, parent);
    label->setWordWrap(true);
    return label;
}

} // namespace

Worksheet::Worksheet(QWidget *parent)
    : QScrollArea(parent), m_heading(new QLabel), m_verdict(new QLabel), m_gray(new PlotWidget), m_tone(new PlotWidget), m_gamut(new PlotWidget),
      m_colours(new PlotWidget), m_thenAndNow(new PlotWidget), m_charts(new StageCharts(this)), m_look(new LookView),
      m_report(new QPushButton(tr("Report (R)")))
{
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setAccessibleName(tr("Worksheet"));
    auto *sheet = new QFrame;
    sheet->setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(sheet);
    layout->setContentsMargins(14, 12, 14, 12);
    layout->setSpacing(0);
    QFont large = font();
    large.setPixelSize(20);
    m_heading->setFont(large);
    auto *head = new QHBoxLayout;
    head->addWidget(m_heading, 1);
    head->addWidget(m_report);
    layout->addLayout(head);
    m_verdict->setWordWrap(true);
    m_verdict->setTextFormat(Qt::RichText); // its own; what comes from outside is escaped
    m_verdict->setContentsMargins(0, 4, 0, 6);
    layout->addWidget(m_verdict);
    for (const Stage stage : allStages()) {
        auto *rule = new QFrame;
        rule->setFrameShape(QFrame::HLine);
        rule->setForegroundRole(QPalette::Mid);
        layout->addWidget(rule);
        m_rules[stage] = rule;
        auto *line = m_rows[stage] = new StageRow(stage, sheet);
        layout->addWidget(line);
        connect(line, &StageRow::toggled, this, [this](Stage s) {
            fillReadings(s);
            row(s)->setOpen(!row(s)->isOpen());
        });
    }
    layout->addStretch(1);
    setWidget(sheet);
    buildDetails();
    connect(m_report, &QPushButton::clicked, this, &Worksheet::reportWanted);
    m_report->setVisible(false);
}

void Worksheet::buildDetails()
{
    auto *pair = new QHBoxLayout;
    pair->addWidget(m_gray);
    pair->addWidget(m_tone);
    row(Stage::Calibrate)->body()->addLayout(pair);
    row(Stage::WarmUp)->body()->addWidget(m_charts->warmUp());
    row(Stage::Trim)->body()->addWidget(m_charts->bars());
    row(Stage::Trim)->body()->addWidget(m_charts->tries());
    m_enough = new QPushButton(tr("Enough: go on with what there is (E)"));
    m_enough->setToolTip(tr("The profile is made from the readings so far, and verified; it is said that fewer were read."));
    row(Stage::Calibrate)->body()->addWidget(m_enough, 0, Qt::AlignLeft);
    connect(m_enough, &QPushButton::clicked, this, &Worksheet::stopEarly);
    m_enough->hide();
    m_again = new QPushButton(tr("Read once more (A)"));
    m_again->setToolTip(tr("The reading that is chosen in the list, else the last one. Both count where they agree; it stays on the record."));
    connect(m_again, &QPushButton::clicked, this, &Worksheet::readAgain);
    row(Stage::Calibrate)->body()->addWidget(m_again, 0, Qt::AlignLeft);
    m_again->hide();
    auto *live = new QHBoxLayout;
    live->addWidget(m_charts->response());
    live->addWidget(m_charts->grayPath());
    row(Stage::Calibrate)->body()->addLayout(live);
    auto *learnt = new QHBoxLayout;
    learnt->addWidget(m_charts->learning());
    learnt->addWidget(m_charts->readColours());
    row(Stage::Calibrate)->body()->addLayout(learnt);
    m_gamut->setMinimumHeight(250);
    row(Stage::Profile)->body()->addWidget(m_gamut);
    m_open = new QPushButton(tr("Inspect and install the profile…"));
    row(Stage::Profile)->body()->addWidget(m_open, 0, Qt::AlignLeft);
    connect(m_open, &QPushButton::clicked, this, &Worksheet::profileWanted);
    row(Stage::Verify)->body()->addWidget(m_charts->verifying());
    row(Stage::Verify)->body()->addWidget(m_colours);
    row(Stage::Verify)->body()->addWidget(m_thenAndNow);
    row(Stage::Look)->body()->addWidget(m_look);
    row(Stage::Look)->body()->addWidget(new LookControls(*m_look));
    for (const Stage stage : allStages()) {
        auto *table = plainTable({tr("No."), tr("Patch"), tr("Y, cd/m²"), tr("x"), tr("y"), tr("s")}, tr("Readings of this stage"), 22);
        table->verticalHeader()->hide();
        table->horizontalHeader()->setDefaultAlignment(Qt::AlignCenter);
        table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
        table->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
        table->setVisible(false);
        m_tables[stage] = table;
        row(stage)->body()->addWidget(table);
    }
}

void Worksheet::fillReadings(Stage stage)
{
    QTableWidget *table = m_tables.at(stage);
    if (!m_record) {
        return;
    }
    std::vector<const Measurement *> own;
    for (const Measurement &m : m_record->readings) {
        if (m.stage == stageName(stage)) {
            own.push_back(&m);
        }
    }
    table->setVisible(!own.empty());
    table->setRowCount(int(own.size()));
    table->setFixedHeight(table->horizontalHeader()->sizeHint().height() + 22 * std::clamp(int(own.size()), 2, 6) + 6);
    for (size_t i = 0; i < own.size(); ++i) {
        const Measurement &m = *own[i];
        const Chromaticity c = chromaticity(m.xyz);
        const std::array<QString, 6> cells{QString::number(m.index), patchName(m.name) + (m.superseded ? tr(" (read again)") : QString()),
                                           number(m.xyz.b, 3),       number(c.x, 4),
                                           number(c.y, 4),           number(m.integrationS, 1)};
        for (size_t k = 0; k < cells.size(); ++k) {
            auto *item = new QTableWidgetItem(cells[k]);
            item->setTextAlignment(k == 1 ? Qt::AlignLeft | Qt::AlignVCenter : Qt::AlignRight | Qt::AlignVCenter);
            table->setItem(int(i), int(k), item);
        }
    }
}

void Worksheet::setRecord(RecordPtr record)
{
    m_record = std::move(record);
    if (!m_record) {
        return;
    }
    const VisitRecord &r = *m_record;
    m_heading->setText(tr("%1: %2, %3").arg(text(r.display.model), text(named(r.plan.task)), wordedDay(r.started)));
    const bool judged = !r.checks.empty();
    QString verdict;
    if (judged) {
        const bool profile = r.plan.task == Task::Profile;
        verdict = r.verdict == Verdict::Pass   ? (profile ? tr("The profile is within tolerance (%1).") : tr("Within tolerance (%1)."))
                  : r.verdict == Verdict::Fail ? (profile ? tr("The profile is out of tolerance (%1).") : tr("Out of tolerance (%1)."))
                                               : tr("Undecided (%1).");
        verdict = QStringLiteral("<b>%1</b>").arg(verdict.arg(shippedText(r.plan.tolerance.name).toHtmlEscaped())) + checksTable(r)
                  + QStringLiteral("<p style='margin:3px 0'>%1</p>").arg(scopeSaid(r).toHtmlEscaped());
        // Reasons beyond the figures: what to do next.
        for (size_t i = r.checks.size(); i < r.reasons.size(); ++i) {
            verdict += QStringLiteral("<p style='margin:3px 0'>%1</p>").arg(text(r.reasons[i]).toHtmlEscaped());
        }
    }
    for (const Message &warning : r.warnings) {
        verdict += QStringLiteral("<p style='margin:3px 0'><b>%1</b> %2</p>").arg(tr("Warning:"), text(warning).toHtmlEscaped());
    }
    m_verdict->setText(verdict);
    m_verdict->setVisible(!verdict.isEmpty());
    m_report->setVisible(judged);
    for (const auto &[stage, row] : m_rows) {
        const StageLine *line = r.lines.find(stage);
        row->setVisible(line != nullptr);
        m_rules.at(stage)->setVisible(line != nullptr);
        if (line != nullptr) {
            row->update(*line, r.plan.task);
            if (line->state == LineState::Pending) { // what stood open of another visit is not of this one
                m_tables.at(stage)->hide();
                row->setOpen(false);
            }
        }
    }
    m_charts->show(r);
    m_gray->setPlot(grayPlot(r));
    m_tone->setPlot(tonePlot(r));
    m_gamut->setPlot(gamutPlot(r));
    m_colours->setPlot(coloursPlot(r));
    const bool calibrated = r.lines.isDone(Stage::Calibrate);
    m_gray->setVisible(!r.gray.grays.empty());
    m_tone->setVisible(!r.gray.grays.empty());
    m_gamut->setVisible(calibrated);
    m_open->setVisible(m_record && !m_record->profile.empty());
    m_colours->setVisible(!r.verification.colours.empty());
    const bool sees = r.plan.task == Task::Check && !r.verification.colours.empty() && changeSince(r);
    m_thenAndNow->setVisible(sees);
    if (sees) {
        m_thenAndNow->setPlot(thenAndNowPlot(r));
    }
    m_look->setVisible(judged);
    if (judged) {
        m_look->setRecord(m_record);
    }
    // The current line stands open, the one before folds to what it says.
    const auto open = r.lines.open();
    m_enough->setVisible(open == Stage::Calibrate && (r.plan.task == Task::Full || r.plan.task == Task::Refresh));
    m_enough->setEnabled(true);
    const bool canAgain = open == Stage::Calibrate || open == Stage::Verify;
    m_again->setVisible(canAgain);
    if (open != m_openBefore) {
        if (m_openBefore) {
            row(*m_openBefore)->setOpen(false);
        }
        if (canAgain) {
            row(*open)->body()->insertWidget(0, m_again, 0, Qt::AlignLeft);
        }
        if (open) {
            fillReadings(*open);
            row(*open)->setOpen(true);
        } else {
            for (const Stage s : {Stage::Calibrate, Stage::Verify}) {
                row(s)->setOpen(true);
            }
        }
        m_openBefore = open;
        if (open) {
            QTimer::singleShot(0, this, [this, s = *open] { ensureWidgetVisible(row(s), 0, 20); });
        } else {
            QTimer::singleShot(0, this, [this] { verticalScrollBar()->setValue(0); });
        }
    }
}

void Worksheet::showReading(RecordPtr record)
{
    m_record = std::move(record);
    m_charts->show(*m_record);
    if (const auto open = m_record->lines.open()) {
        fillReadings(*open);
        QTableWidget *table = m_tables.at(*open);
        if (!table->selectionModel()->hasSelection()) { // what somebody looks at does not run away
            table->scrollToBottom();
        }
    }
}

QPushButton *Worksheet::addButton(QHBoxLayout *layout, const QString &label)
{
    auto *button = new QPushButton(label, m_questionWidget);
    layout->addWidget(button, 0, Qt::AlignLeft);
    return button;
}

void Worksheet::clearQuestion()
{
    m_charts->setQuestion(nullptr);
    delete m_questionWidget;
    m_questionWidget = nullptr;
    m_target = nullptr;
    m_note = nullptr;
    m_menu = nullptr;
    m_place = nullptr;
    m_points.clear();
    m_question.reset();
}

void Worksheet::setQuestion(const std::optional<Question> &question, bool benchIsAutomatic, const Target &chosen)
{
    clearQuestion();
    if (question) {
        ask(*question, benchIsAutomatic, chosen);
    }
}

QString Worksheet::dueAgain() const
{
    const auto verdict = m_record && !m_record->checks.empty() ? std::optional(m_record->verdict) : std::nullopt;
    const Due due = dueAfterVisit(*m_due, verdict, wallNow());
    return due.state == "out" ? tr("It stays due: it is out of tolerance.")
                              : tr("Due again on %1, by %2; sooner where its history will say so.")
                                    .arg(wordedDay(*due.due), text(dueReasonSaid(due.state, due.why)));
}

void Worksheet::ask(const Question &question, bool benchIsAutomatic, const Target &chosen)
{
    m_question = question;
    m_charts->setQuestion(&question);
    StageRow *at = row(question.stage);
    at->setOpen(true);
    m_questionWidget = new QWidget(at);
    auto *layout = new QVBoxLayout(m_questionWidget);
    layout->setContentsMargins(0, 0, 0, 0);
    at->body()->insertWidget(0, m_questionWidget);
    if (question.kind == Question::Kind::Control || question.kind == Question::Kind::Mend) {
        layout->addWidget(paragraph(text(question.text), m_questionWidget));
    }
    addPoints(layout, question.points);
    if (question.asksMenu) {
        m_menu = new MenuForm(question.menu, m_questionWidget);
        layout->addWidget(m_menu);
    }
    if (question.stage == Stage::Place && m_record) {
        m_place = new PlacePicture(m_record->display, m_questionWidget);
        m_place->choose(m_record->plan.at);
        layout->addWidget(m_place);
    }
    for (const QString &line : question.kind == Question::Kind::Confirm ? instructions(question.stage) : QStringList()) {
        layout->addWidget(paragraph(QStringLiteral("– ") + line, m_questionWidget));
    }
    if (question.stage == Stage::SignOff && m_due) {
        layout->addWidget(paragraph(QStringLiteral("– ") + dueAgain(), m_questionWidget));
    }
    if (question.kind == Question::Kind::Confirm && (question.stage == Stage::Look || question.stage == Stage::SignOff)) {
        m_note = new QPlainTextEdit(m_questionWidget);
        m_note->setPlaceholderText(question.stage == Stage::Look ? tr("What was seen (may stay empty)") : tr("Remarks (may stay empty)"));
        m_note->setAccessibleName(question.stage == Stage::Look ? tr("What was seen") : tr("Remarks"));
        m_note->setTabChangesFocus(true);
        m_note->setFixedHeight(52);
        layout->addWidget(m_note);
    }
    if (question.kind == Question::Kind::Target) {
        m_target = new TargetForm(m_offered, chosen, roomLight(), m_questionWidget);
        m_target->setBoothLux(m_record ? m_record->roomLux : std::nullopt);
        layout->addWidget(m_target);
        m_target->setFocus();
        Q_EMIT targetAsked(m_target);
    }
    QString label = tr("Done (Space)");
    switch (question.kind) {
    case Question::Kind::Target: label = tr("Use this target (Space)"); break;
    case Question::Kind::Mend: label = tr("Try again (Space)"); break;
    case Question::Kind::Control: label = benchIsAutomatic ? tr("Let the bench set it (Space)") : tr("It is set (Space)"); break;
    case Question::Kind::Confirm: label = question.stage == Stage::SignOff ? tr("Sign off (Space)") : label; break;
    }
    auto *buttons = new QHBoxLayout;
    layout->addLayout(buttons);
    QPushButton *button = addButton(buttons, label);
    button->setDefault(true);
    connect(button, &QPushButton::clicked, this, &Worksheet::goOn);
    if (question.kind == Question::Kind::Control && benchIsAutomatic) {
        QPushButton *self = addButton(buttons, tr("I set it myself (Enter)"));
        self->setShortcut(Qt::Key_Return);
        connect(self, &QPushButton::clicked, this, [this] {
            clearQuestion();
            Q_EMIT answered({true, {}, false});
        });
    }
    buttons->addStretch(1);
    // At once, not with the next layout: its keys are to work as soon as the question stands.
    m_questionWidget->show();
    QTimer::singleShot(0, this, [this, at] { ensureWidgetVisible(at, 0, 30); });
}

void Worksheet::addPoints(QVBoxLayout *layout, const std::vector<CheckPoint> &points)
{
    auto *grid = new QGridLayout;
    grid->setContentsMargins(0, 0, 0, 6);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(3);
    grid->setColumnStretch(1, 1);
    QFont bold = font();
    bold.setBold(true);
    int number = 0;
    for (const CheckPoint &p : points) {
        const int line = grid->rowCount();
        QLabel *reason = paragraph(text(p.reason), m_questionWidget);
        reason->setForegroundRole(QPalette::PlaceholderText);
        if (p.state == CheckPoint::State::Asked) {
            auto *box = new QCheckBox(QStringLiteral("&%1  %2").arg(++number).arg(text(p.text)), m_questionWidget);
            box->setChecked(true);
            box->setToolTip(tr("Taken away, it stands in the visit's record as left out."));
            m_points.emplace_back(p.code, box);
            grid->addWidget(box, line, 0);
        } else {
            QLabel *known = paragraph(text(p.text), m_questionWidget);
            known->setFont(p.state == CheckPoint::State::Differs ? bold : font());
            grid->addWidget(known, line, 0);
        }
        grid->addWidget(reason, line, 1);
    }
    layout->addLayout(grid);
}

std::optional<Chromaticity> Worksheet::roomLight() const
{
    constexpr double kTooDark = 2; // lux: less has no colour that can be told
    if (m_record) {
        for (auto m = m_record->readings.rbegin(); m != m_record->readings.rend(); ++m) {
            if (m->mode == ReadMode::Ambient && !m->tooDark && m->xyz.b > kTooDark) {
                return chromaticity(m->xyz);
            }
        }
    }
    return std::nullopt;
}

void Worksheet::goOn()
{
    if (!m_question) {
        return;
    }
    Answer answer;
    if (m_target != nullptr) {
        answer.target = m_target->target();
    }
    for (const auto &[code, box] : m_points) {
        if (!box->isChecked()) {
            answer.leftOut.push_back(code);
        }
    }
    if (m_place != nullptr) {
        answer.at = m_place->at();
    }
    if (m_menu != nullptr) {
        answer.menu = m_menu->menu();
    }
    if (m_note != nullptr) {
        answer.note = m_note->toPlainText().trimmed().toStdString();
    }
    clearQuestion();
    Q_EMIT answered(answer);
}

bool Worksheet::choose(int number)
{
    if (number >= 1 && size_t(number) <= m_points.size()) {
        m_points[size_t(number) - 1].second->toggle();
        return true;
    }
    return m_place != nullptr ? m_place->chooseNinth(number) : m_target != nullptr && m_target->choose(number);
}

bool Worksheet::stopEarly()
{
    if (!m_enough->isVisibleTo(this) || !m_enough->isEnabled()) {
        return false;
    }
    m_enough->setEnabled(false);
    Q_EMIT enoughRead();
    return true;
}

bool Worksheet::readAgain()
{
    const auto open = m_record ? m_record->lines.open() : std::nullopt;
    if (!open || !m_again->isVisibleTo(this)) {
        return false;
    }
    QTableWidget *table = m_tables.at(*open);
    const auto chosen = table->selectionModel()->selectedRows();
    const QTableWidgetItem *number = chosen.isEmpty() ? nullptr : table->item(chosen.front().row(), 0);
    Q_EMIT againWanted(number != nullptr ? number->text().toInt() : 0);
    table->clearSelection();
    return true;
}

void Worksheet::nextPicture()
{
    m_look->nextPicture();
}

void Worksheet::toggleLook()
{
    m_look->toggle();
}

void Worksheet::loupeLook()
{
    m_look->setLoupe(!m_look->loupe());
}

void Worksheet::restLook()
{
    m_look->rest();
}

bool Worksheet::endRest()
{
    const bool resting = m_look->restLeft() > 0;
    if (resting) {
        m_look->endRest();
    }
    return resting;
}

void Worksheet::splitLook()
{
    m_look->setSplit(!m_look->split());
}

} // namespace lamp::app
