// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/compare/compare_view.h"

#include "app/parts/banner.h"
#include "app/parts/named_bars.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"
#include "app/reports/report_button.h"
#include "colour/spaces.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

#include <cmath>

namespace lamp::app {

namespace {

constexpr int kMost = 8;                                     ///< things that can be told apart side by side
constexpr int kKey = Qt::UserRole, kName = Qt::UserRole + 1; ///< of a line of the list
constexpr Page kVisits{0, 8}, kMeasurements{0, 24};
constexpr int kOthers = 60; ///< other displays that are offered

QDoubleSpinBox *limitOf(double value, double least, double most, double step)
{
    auto *box = new QDoubleSpinBox;
    box->setRange(least, most);
    box->setSingleStep(step);
    box->setDecimals(2);
    box->setValue(value);
    return box;
}

/// The document of a line of the list.
Result<std::string> documentOf(Store &store, const QString &key)
{
    if (key.startsWith(QLatin1Char('v'))) {
        const auto record = store.visits().record(key.mid(1));
        return record ? Result<std::string>(visitJson(record.value(), plainEnglish)) : Result<std::string>(record.error());
    }
    auto document = store.measurements().document(key.mid(1).toLongLong());
    return document ? Result<std::string>(std::move(*document)) : store::storageError(say("measurement-unreadable", key.mid(1).toLongLong()));
}

QString figure(const std::optional<double> &value, int places)
{
    return value && std::isfinite(*value) ? number(*value, places) : QStringLiteral("–");
}

} // namespace

CompareView::CompareView(Banner &banner, std::function<Store *()> store, QWidget *parent)
    : QFrame(parent), m_banner(banner), m_background(this), m_store(std::move(store)), m_list(new QListWidget), m_title(new QLabel),
      m_verdict(new QLabel), m_instruments(new QLabel), m_means(new NamedBars), m_largest(new NamedBars),
      m_table(plainTable({tr("What"), tr("Mean"), tr("Largest"), tr("Uniformity"), tr("Gamut, %"), tr("By the rule")}, tr("Side by side"), 26)),
      m_keep(new QPushButton(tr("&Keep the correction"))), m_report(new ReportButton(banner, m_store)),
      m_limit(limitOf(ChoiceRule{}.limit, 0.1, 100, 0.5)), m_equal(limitOf(ChoiceRule{}.equal, 0, 10, 0.1)),
      m_uniformity(limitOf(ChoiceRule{}.uniformity, 0, 10, 0.1)), m_space(new QComboBox)
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_title->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_title->setFont(large);
    QFont verdict = m_verdict->font();
    verdict.setPointSizeF(1.2 * verdict.pointSizeF());
    m_verdict->setFont(verdict);
    m_title->setTextFormat(Qt::PlainText);
    for (QLabel *label : {m_verdict, m_instruments}) {
        label->setTextFormat(Qt::PlainText); // names in them come from outside
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    }
    for (const RgbSpace &space : rgbSpaces()) {
        m_space->addItem(text(space.name), text(space.name));
    }
    m_list->setAccessibleName(tr("What can be compared"));
    auto *rule = new QFormLayout;
    rule->addRow(tr("A colour &beyond discards, ΔE00"), m_limit);
    rule->addRow(tr("&Means are equal within"), m_equal);
    rule->addRow(tr("Uni&formities are equal within"), m_uniformity);
    rule->addRow(tr("&Gamut that the work needs"), m_space);
    auto *choices = new QWidget, *shown = new QWidget;
    choices->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Preferred);
    m_list->setMinimumWidth(340);
    auto *left = new QVBoxLayout(choices);
    left->setContentsMargins(0, 0, 0, 0);
    left->addWidget(m_list, 1);
    left->addLayout(rule);
    auto *bars = new QHBoxLayout;
    bars->setSpacing(24);
    bars->addWidget(m_means, 1, Qt::AlignTop);
    bars->addWidget(m_largest, 1, Qt::AlignTop);
    auto *right = new QVBoxLayout(shown);
    right->setContentsMargins(0, 0, 0, 0);
    right->setSpacing(12);
    right->addWidget(m_verdict);
    right->addLayout(bars);
    right->addWidget(m_table, 1);
    right->addWidget(m_instruments);
    auto *under = new QHBoxLayout;
    under->addWidget(m_keep);
    under->addWidget(m_report);
    under->addStretch(1);
    right->addLayout(under);
    right->addStretch(0); // where nothing is compared yet the words stand on top
    auto *body = new QHBoxLayout;
    body->setSpacing(18);
    body->addWidget(choices);
    body->addWidget(shown, 1);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    layout->addWidget(m_title);
    layout->addLayout(body, 1);
    m_table->verticalHeader()->hide();
    m_table->setWordWrap(true);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_table->horizontalHeader()->setSectionResizeMode(5, QHeaderView::Stretch);
    constexpr int kNames = 130; // wide; longer ones go on in a second line
    m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Interactive);
    m_table->setColumnWidth(0, kNames);
    connect(m_list, &QListWidget::itemChanged, this, &CompareView::compare);
    connect(m_keep, &QPushButton::clicked, this, &CompareView::keepCorrection);
    for (QDoubleSpinBox *box : {m_limit, m_equal, m_uniformity}) {
        connect(box, &QDoubleSpinBox::valueChanged, this, &CompareView::compare);
    }
    connect(m_space, &QComboBox::currentIndexChanged, this, &CompareView::compare);
    connect(&m_background, &Background::failed, this, [this](const QString &why) { m_banner.say(tr("That could not be done: %1.").arg(why)); });
    clear({});
}

void CompareView::offer(const QString &key, const QString &words, const QString &name, const QStringList &before)
{
    auto *item = new QListWidgetItem(words, m_list);
    item->setData(kKey, key);
    item->setData(kName, name);
    item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
    item->setCheckState(before.contains(key) ? Qt::Checked : Qt::Unchecked);
}

void CompareView::show(const DisplayEntry &display)
{
    Store *open = m_store();
    if (open == nullptr) {
        return;
    }
    Store &store = *open;
    QStringList before;
    for (int i = 0; i < m_list->count() && display.id == m_display.id; ++i) {
        if (m_list->item(i)->checkState() == Qt::Checked) {
            before << m_list->item(i)->data(kKey).toString();
        }
    }
    m_display = display;
    m_title->setText(tr("Side by side: %1").arg(display.name));
    const QSignalBlocker quiet(m_list);
    m_list->clear();
    for (const MeasurementEntry &m : store.measurements().of(display.id, {}, kMeasurements)) {
        static const QStringList kinds{QStringLiteral("gray"), QStringLiteral("saturation"), QStringLiteral("colours"), QStringLiteral("uniformity"),
                                       QStringLiteral("modes")};
        if (m.complete && kinds.contains(text(m.kind))) {
            const QString kind = text(say("measurement-" + m.kind)), day = wordedDay(m.finished);
            offer(QLatin1Char('m') + QString::number(m.id), tr("%1, %2, by %3").arg(kind, day, text(m.instrument)),
                  tr("%1, %2").arg(kind, text(m.instrument)), before);
        }
    }
    const auto offerVisit = [&](const VisitEntry &v, const QString &whose) {
        if (v.state == VisitState::Finished && v.figures.colourMean.value) {
            const QString task = text(named(v.task)), day = wordedDay(v.finished);
            // Of this display visits are told apart by what and when they were, others by which they are.
            const bool own = v.displayId == display.id;
            offer(QLatin1Char('v') + v.id, tr("%1: %2, %3").arg(whose, task, day),
                  own ? tr("%1, %2").arg(task, text(isoTime(v.finished).substr(0, 10))) : behindComma(whose), before);
            return true;
        }
        return false;
    };
    for (const VisitEntry &v : store.visits().of(display.id, kVisits)) {
        offerVisit(v, tr("This display"));
    }
    int others = 0;
    for (const DisplayEntry &d : store.studio().displays()) {
        if (d.id == display.id || ++others > kOthers) {
            continue;
        }
        for (const VisitEntry &v : store.visits().of(d.id, {0, 3})) {
            if (offerVisit(v, d.name)) {
                break;
            }
        }
    }
    if (const auto problem = store.takeProblem()) {
        m_banner.say(*problem); // what could not be read must not look like nothing
    }
    compare();
    m_list->setFocus();
}

QStringList CompareView::offered() const
{
    QStringList keys;
    for (int i = 0; i < m_list->count(); ++i) {
        keys << m_list->item(i)->data(kKey).toString();
    }
    return keys;
}

void CompareView::choose(const QStringList &keys)
{
    {
        const QSignalBlocker quiet(m_list);
        for (int i = 0; i < m_list->count(); ++i) {
            m_list->item(i)->setCheckState(keys.contains(m_list->item(i)->data(kKey).toString()) ? Qt::Checked : Qt::Unchecked);
        }
    }
    compare();
}

void CompareView::clear(const QString &why)
{
    m_comparison.reset();
    m_report->setReport({}, {});
    m_correction.reset();
    m_verdict->setText(why);
    m_means->setBars({}, {}, 2);
    m_largest->setBars({}, {}, 2);
    m_table->setRowCount(0);
    m_table->hide();
    m_instruments->hide();
    m_keep->hide();
}

void CompareView::compare()
{
    Store *store = m_store();
    if (store == nullptr) {
        return;
    }
    QStringList keys, names;
    for (int i = 0; i < m_list->count(); ++i) {
        if (m_list->item(i)->checkState() == Qt::Checked) {
            keys << m_list->item(i)->data(kKey).toString();
            names << m_list->item(i)->data(kName).toString();
        }
    }
    if (m_list->count() == 0) {
        clear(tr("Nothing of this display can be compared yet: make a visit, or measure its modes beside visits (Ctrl+M)."));
        return;
    }
    if (keys.isEmpty() || keys.size() > kMost) {
        clear(keys.isEmpty() ? tr("Choose what is to be compared at the left: visits, measurements of colours or grays, or one of modes. "
                                  "Measurements of uniformity are added to the display and mode that they are of.")
                             : tr("Choose %1 at the most: more are not told apart side by side.").arg(kMost));
        return;
    }
    const ChoiceRule rule{m_limit->value(), m_equal->value(), m_uniformity->value()};
    m_background.start(
        tr("Comparing…"),
        [place = store->path(), keys, names, rule,
         space = m_space->currentData().toString().toStdString()](const std::stop_token &) -> Result<Found> {
            auto opened = Store::look(place);
            if (!opened) {
                return opened.error();
            }
            std::vector<ComparedFile> files;
            for (int i = 0; i < keys.size(); ++i) {
                const auto document = documentOf(*opened.value(), keys[i]);
                auto file = document ? comparedFile(names[i].toStdString(), document.value(), space) : Result<ComparedFile>(document.error());
                if (!file) {
                    return file.error();
                }
                files.push_back(std::move(file).value());
            }
            Found found;
            found.comparison = compared(files, rule);
            if (files.size() == 2 && files[0].record && files[1].record && files[0].instrument != files[1].instrument
                && files[0].display == files[1].display) {
                // The reference is the first that was chosen, as on the command line.
                found.instruments = instrumentDifference(*files[0].record, *files[1].record);
                found.names = {files[0].instrument, files[1].instrument};
            }
            return found;
        },
        [this](const Result<Found> &found) {
            if (found) {
                show(found.value());
            } else {
                clear(text(found.error().paragraph()));
            }
        });
}

void CompareView::show(const Found &found)
{
    const Comparison &c = found.comparison;
    clear(c.candidates.empty() ? tr("These are measurements of uniformity only: choose what they belong to as well.") : text(c.choice.reason));
    m_comparison = c;
    const ChoiceRule rule{m_limit->value(), m_equal->value(), m_uniformity->value()};
    m_report->setReport([c, rule, space = m_space->currentData().toString().toStdString()] { return comparisonReport(c, rule, space, wallNow()); },
                        QStringLiteral("side-by-side"));
    if (!c.sameTests) {
        m_verdict->setText(m_verdict->text() + '\n' + text(say("compared-own-colours")));
    }
    std::vector<NamedBars::Bar> means, largest;
    m_table->setRowCount(int(c.candidates.size()));
    for (size_t i = 0; i < c.candidates.size(); ++i) {
        const Candidate &one = c.candidates[i];
        const bool chosen = c.choice.chosen == i;
        if (std::isfinite(one.mean)) {
            means.push_back({text(one.name), one.mean, one.meanK2 > 0 ? std::optional(one.meanK2) : std::nullopt, chosen});
        }
        if (std::isfinite(one.max)) {
            largest.push_back({text(one.name), one.max, {}, chosen});
        }
        const QString mean = one.meanK2 > 0 ? tr("%1 ± %2").arg(figure(one.mean, 2), number(one.meanK2, 2)) : figure(one.mean, 2);
        setRow(*m_table, int(i),
               QStringList{text(one.name), mean, figure(one.max, 2), figure(one.uniformity, 2), figure(one.gamut, 0), text(c.choice.lines[i].why)});
    }
    m_table->setVisible(!c.candidates.empty());
    m_table->resizeRowsToContents();
    m_means->setBars(tr("Mean, ΔE00"), std::move(means), 2);
    m_largest->setBars(tr("Largest, ΔE00"), std::move(largest), 2, m_limit->value());
    if (found.instruments) {
        m_instruments->show();
        if (!*found.instruments) {
            m_instruments->setText(text(found.instruments->error().paragraph()));
            return;
        }
        const InstrumentDifference &d = found.instruments->value();
        m_instruments->setText(text(say("instruments-differ", found.names.second, decimal(d.luminancePercent, 2), found.names.first,
                                        decimal(d.luminanceK2, 1), decimal(d.white, 2), decimal(d.whiteK2, 1), decimal(d.mean, 2), decimal(d.max, 2)))
                               + ' ' + text(agreementSaid(d)));
        m_correction = d.correction;
        m_keep->setVisible(d.correction.has_value());
    }
}

void CompareView::keepCorrection()
{
    Store *store = m_store();
    if (store != nullptr && m_correction && m_banner.did(store->aims().add(*m_correction))) {
        m_banner.say(tr("Kept: visits to displays of this kind with %1 use it from now on.")
                         .arg(text(modelAndSerial(m_correction->instrumentModel, m_correction->instrumentSerial))));
        m_keep->hide();
    }
}

QString CompareView::words() const
{
    QStringList all{m_title->text(), m_verdict->text(), m_means->text(), m_largest->text()};
    return (all << (m_instruments->isHidden() ? QString() : m_instruments->text())).join('\n');
}

} // namespace lamp::app
