// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/instruments_view.h"

#include "app/parts/banner.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"

#include <QCheckBox>
#include <QDateEdit>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

namespace lamp::app {

namespace {

WallTime beginningOf(const QDate &day)
{
    return WallTime{std::chrono::seconds{day.startOfDay(Qt::UTC).toSecsSinceEpoch()}};
}

QDate dayOf(WallTime t)
{
    return QDateTime::fromSecsSinceEpoch(t.time_since_epoch().count(), Qt::UTC).date();
}

/// Years between comparisons with a newer instrument, or certificates (common practice, no published source).
constexpr double kYearsBetween = 2;

QString careOf(const InstrumentEntry &i, WallTime now)
{
    const QString dry = InstrumentsView::tr("Kept dark and dry, cover closed; nothing touches its lens.");
    const auto since = i.certified ? i.certified : i.made;
    if (!since) {
        return InstrumentsView::tr("Nobody knows how old its certificate is, so visits count with some years. ") + dry;
    }
    const double years = std::chrono::duration<double>(now - *since).count() / (365.25 * 86400);
    const WallTime due = *since + std::chrono::days{int(kYearsBetween * 365.25)};
    return (years > kYearsBetween ? InstrumentsView::tr("It should be compared with a newer one, or sent in: it was due on %1. ").arg(wordedDay(due))
                                  : InstrumentsView::tr("To be compared with a newer one, or sent in, by %1. ").arg(wordedDay(due)))
           + dry;
}

} // namespace

InstrumentsView::InstrumentsView(Banner &banner, QWidget *parent)
    : QFrame(parent), m_banner(banner), m_list(new QListWidget(this)), m_empty(new QLabel(this)), m_name(new QLabel(this)), m_facts(new QLabel(this)),
      m_advice(new QLabel(this)), m_card(new QWidget(this)), m_certificate(new QLineEdit(this)), m_note(new QLineEdit(this)),
      m_isMade(new QCheckBox(tr("&Made on"), this)), m_isCertified(new QCheckBox(tr("Certi&fied on"), this)),
      m_statesXy(new QCheckBox(tr("Stated accuracy of &x and y"), this)), m_statesLuminance(new QCheckBox(tr("Stated accuracy of &luminance"), this)),
      m_retired(new QCheckBox(tr("No lon&ger in use"), this)), m_made(new QDateEdit(this)), m_certified(new QDateEdit(this)),
      m_xy(new QDoubleSpinBox(this)), m_luminance(new QDoubleSpinBox(this)), m_keep(new QPushButton(tr("&Keep"), this)),
      m_revert(new QPushButton(tr("&Revert"), this)),
      m_corrections(plainTable({tr("Technology"), tr("Made on"), tr("With"), tr("Left, ΔE00")}, tr("Corrections of this instrument"), 22))
{
    setObjectName(QStringLiteral("sheet"));
    m_list->setAccessibleName(tr("Instruments"));
    m_list->setFixedWidth(150);
    QFont large = font();
    large.setPixelSize(24);
    m_name->setFont(large);
    for (QLabel *label : {m_facts, m_advice, m_empty}) {
        label->setWordWrap(true);
    }
    m_empty->setText(tr("No instrument has been used yet. The first visit writes its card: model, serial number and what it says of itself."));
    for (QDateEdit *d : {m_made, m_certified}) {
        d->setCalendarPopup(true);
        d->setDisplayFormat(QStringLiteral("d MMM yyyy"));
        d->setMaximumDate(QDate::currentDate());
        d->setMinimumDate(QDate(1990, 1, 1));
    }
    m_made->setAccessibleName(tr("Made on"));
    m_certified->setAccessibleName(tr("Certified on"));
    m_xy->setDecimals(4);
    m_xy->setRange(0.0001, 0.05);
    m_xy->setSingleStep(0.0001);
    m_xy->setAccessibleName(tr("accuracy of x and y"));
    m_luminance->setDecimals(1);
    m_luminance->setRange(0.1, 20);
    m_luminance->setSingleStep(0.1);
    m_luminance->setSuffix(QStringLiteral(" %"));
    m_luminance->setAccessibleName(tr("accuracy of luminance"));
    const QString stated =
        tr("As one standard deviation (k = 1), by its maker or certificate. Visits count with it instead of what is usual of its kind.");
    m_statesXy->setToolTip(stated);
    m_statesLuminance->setToolTip(stated);

    auto *grid = new QGridLayout;
    const auto line = [&](int row, QWidget *label, QWidget *field) {
        grid->addWidget(label, row, 0);
        grid->addWidget(field, row, 1, qobject_cast<QLineEdit *>(field) != nullptr ? Qt::Alignment() : Qt::AlignLeft);
    };
    auto *certificate = new QLabel(tr("&Certificate"), this), *note = new QLabel(tr("N&ote"), this);
    certificate->setBuddy(m_certificate);
    note->setBuddy(m_note);
    for (QLineEdit *edit : {m_certificate, m_note}) {
        edit->setMinimumWidth(150);
        edit->setMaxLength(400);
    }
    line(0, m_isMade, m_made);
    line(1, m_isCertified, m_certified);
    line(2, certificate, m_certificate);
    line(3, m_statesXy, m_xy);
    line(4, m_statesLuminance, m_luminance);
    line(5, note, m_note);
    line(6, m_retired, new QWidget(this));
    grid->setColumnStretch(1, 1);
    auto *buttons = new QHBoxLayout;
    buttons->addWidget(m_keep);
    buttons->addWidget(m_revert);
    buttons->addStretch(1);
    auto *card = new QVBoxLayout(m_card);
    card->setContentsMargins(8, 0, 0, 0);
    card->setSpacing(10);
    card->addWidget(m_name);
    card->addWidget(m_facts);
    card->addWidget(m_advice);
    card->addLayout(grid);
    card->addLayout(buttons);
    m_corrections->verticalHeader()->hide();
    m_corrections->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    card->addWidget(m_corrections, 1);
    card->addStretch(0);
    auto *layout = new QHBoxLayout(this);
    layout->setContentsMargins(18, 16, 18, 16);
    layout->addWidget(m_list);
    layout->addWidget(m_card, 1);
    layout->addWidget(m_empty, 1, Qt::AlignTop);

    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (!m_filling) {
            showCard(row);
        }
    });
    for (QCheckBox *box : {m_isMade, m_isCertified, m_statesXy, m_statesLuminance, m_retired}) {
        connect(box, &QCheckBox::toggled, this, &InstrumentsView::tellChanged);
    }
    for (QDateEdit *d : {m_made, m_certified}) {
        connect(d, &QDateEdit::dateChanged, this, &InstrumentsView::tellChanged);
    }
    for (QDoubleSpinBox *b : {m_xy, m_luminance}) {
        connect(b, &QDoubleSpinBox::valueChanged, this, &InstrumentsView::tellChanged);
    }
    for (QLineEdit *edit : {m_certificate, m_note}) {
        connect(edit, &QLineEdit::textChanged, this, &InstrumentsView::tellChanged);
    }
    connect(m_keep, &QPushButton::clicked, this, &InstrumentsView::keep);
    connect(m_revert, &QPushButton::clicked, this, [this] { showCard(m_row); });
}

void InstrumentsView::show(Store &store, WallTime now)
{
    m_store = &store;
    m_now = now;
    const qint64 chosen = m_row >= 0 && m_row < int(m_all.size()) ? m_all[size_t(m_row)].id : 0;
    fill();
    if (!choose(chosen)) {
        m_list->setCurrentRow(m_all.empty() ? -1 : 0);
        showCard(m_list->currentRow());
    }
}

void InstrumentsView::fill()
{
    m_filling = true;
    m_all = m_store->studio().instruments();
    m_list->clear();
    for (const InstrumentEntry &i : m_all) {
        QString name = (i.model.isEmpty() ? i.kind : i.model) + ' ' + i.serial;
        m_list->addItem(i.retired ? tr("%1 (no longer in use)").arg(name.trimmed()) : name.trimmed());
    }
    m_filling = false;
    m_card->setVisible(!m_all.empty());
    m_list->setVisible(!m_all.empty());
    m_empty->setVisible(m_all.empty());
}

bool InstrumentsView::choose(qint64 instrumentId)
{
    const auto it = std::find_if(m_all.begin(), m_all.end(), [&](const InstrumentEntry &i) { return i.id == instrumentId; });
    if (it == m_all.end()) {
        return false;
    }
    m_list->setCurrentRow(int(it - m_all.begin()));
    showCard(m_list->currentRow());
    return true;
}

void InstrumentsView::showCard(int row)
{
    m_row = row;
    if (row < 0 || row >= int(m_all.size())) {
        return;
    }
    m_filling = true;
    const InstrumentEntry &i = m_all[size_t(row)];
    m_name->setText(((i.model.isEmpty() ? i.kind : i.model) + ' ' + i.serial).trimmed());
    const InstrumentUse use = m_store->studio().useOf(i.id);
    m_facts->setText(use.visits == 0 ? tr("%1. No finished visit used it.").arg(i.kind)
                                     : tr("%1. Used in %n visits, last on %2, on %3 displays.", nullptr, use.visits)
                                           .arg(i.kind, use.last ? wordedDay(*use.last) : QStringLiteral("–"))
                                           .arg(use.displays));
    m_advice->setText(careOf(i, m_now));
    m_isMade->setChecked(i.made.has_value());
    m_made->setDate(dayOf(i.made.value_or(m_now)));
    m_isCertified->setChecked(i.certified.has_value());
    m_certified->setDate(dayOf(i.certified.value_or(m_now)));
    m_certificate->setText(i.certificate);
    m_statesXy->setChecked(i.accuracyXy.has_value());
    m_xy->setValue(i.accuracyXy.value_or(0.0012));
    m_statesLuminance->setChecked(i.accuracyLuminancePercent.has_value());
    m_luminance->setValue(i.accuracyLuminancePercent.value_or(2));
    m_note->setText(i.note);
    m_retired->setChecked(i.retired.has_value());
    std::vector<MatrixCorrection> own;
    for (const MatrixCorrection &c : m_store->aims().corrections()) {
        if (text(c.instrumentModel) == i.model && text(c.instrumentSerial) == i.serial) {
            own.push_back(c);
        }
    }
    m_corrections->setVisible(!own.empty());
    m_corrections->setRowCount(int(own.size()));
    for (size_t k = 0; k < own.size(); ++k) {
        const MatrixCorrection &c = own[k];
        setRow(*m_corrections, int(k),
               QStringList{text(c.technology), wordedDay(c.made), text(modelAndSerial(c.referenceModel, c.referenceSerial)),
                           c.residual >= 0 ? number(c.residual, 2) : tr("not read")});
    }
    m_filling = false;
    tellChanged();
}

InstrumentEntry InstrumentsView::edited() const
{
    InstrumentEntry i = m_all[size_t(m_row)];
    i.made = m_isMade->isChecked() ? std::optional(beginningOf(m_made->date())) : std::nullopt;
    i.certified = m_isCertified->isChecked() ? std::optional(beginningOf(m_certified->date())) : std::nullopt;
    i.certificate = m_certificate->text().trimmed();
    i.accuracyXy = m_statesXy->isChecked() ? std::optional(m_xy->value()) : std::nullopt;
    i.accuracyLuminancePercent = m_statesLuminance->isChecked() ? std::optional(m_luminance->value()) : std::nullopt;
    i.note = m_note->text().trimmed();
    // The day it was put away stays that day.
    i.retired = !m_retired->isChecked() ? std::nullopt : (i.retired ? i.retired : std::optional(m_now));
    return i;
}

void InstrumentsView::tellChanged()
{
    if (m_filling || m_row < 0) {
        return;
    }
    m_made->setEnabled(m_isMade->isChecked());
    m_certified->setEnabled(m_isCertified->isChecked());
    m_xy->setEnabled(m_statesXy->isChecked());
    m_luminance->setEnabled(m_statesLuminance->isChecked());
    const bool changed = !(edited() == m_all[size_t(m_row)]);
    m_keep->setEnabled(changed);
    m_revert->setEnabled(changed);
}

void InstrumentsView::keep()
{
    const InstrumentEntry before = m_all[size_t(m_row)], now = edited();
    if (!m_banner.did(m_store->studio().keep(now))) {
        return;
    }
    fill();
    (void)choose(now.id);
    m_banner.say(tr("The card of %1 is kept. Visits from now on count with it.").arg(m_name->text()), tr("Undo"), [this, before] {
        if (m_banner.did(m_store->studio().keep(before))) {
            fill();
            (void)choose(before.id);
        }
    });
}

QString InstrumentsView::facts() const
{
    return QStringList{m_name->text(), m_facts->text(), m_advice->text()}.join('\n');
}

} // namespace lamp::app
