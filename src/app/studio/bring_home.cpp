// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/bring_home.h"

#include "app/parts/background.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// A field's value as people read it: outlines and targets are not read as numbers.
QString shownField(const MergeConflict &c, const std::string &value)
{
    if (value.empty()) {
        return QStringLiteral("–");
    }
    const bool drawn = c.field == "place" || c.field == "outline" || c.field == "content" || c.field == "mark";
    return drawn ? BringHome::tr("changed") : text(value);
}

} // namespace

BringHome::BringHome(QString away, QString home, QWidget *parent)
    : QDialog(parent), m_away(std::move(away)), m_home(std::move(home)), m_background(new Background(this)), m_said(new QLabel), m_brings(new QLabel),
      m_conflicts(plainTable({tr("Card"), tr("What of it"), tr("When it was taken"), tr("In the copy"), tr("At home"), tr("What counts")},
                             tr("Changed on both sides"), 30)),
      m_bring(new QPushButton(tr("&Bring it home")))
{
    setWindowTitle(tr("Bring a copy home"));
    setMinimumSize(860, 480);
    auto *column = new QVBoxLayout(this);
    for (QLabel *label : {m_said, m_brings}) {
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText);
        column->addWidget(label);
    }
    m_conflicts->verticalHeader()->hide();
    m_conflicts->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    column->addWidget(m_conflicts, 1);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(m_bring, QDialogButtonBox::ActionRole);
    column->addWidget(buttons);
    connect(m_bring, &QPushButton::clicked, this, &BringHome::bring);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_background, &Background::failed, this, [this](const QString &why) {
        m_bringing = false;
        m_said->setText(why);
    });
    m_conflicts->hide();
    compare();
}

BringHome::~BringHome()
{
    m_background->cancel();
}

void BringHome::reject()
{
    if (!m_bringing) {
        QDialog::reject();
    }
}

Result<Merge> BringHome::work(const QString &away, const QString &home, const std::vector<MergeConflict> *decided)
{
    auto copy = Store::look(away);
    if (!copy) {
        return copy.error();
    }
    auto studio = decided != nullptr ? Store::open(home) : Store::look(home);
    if (!studio) {
        return studio.error();
    }
    return decided != nullptr ? store::bringHome(*copy.value(), *studio.value(), *decided, wallNow())
                              : store::mergeOf(*copy.value(), *studio.value());
}

void BringHome::compare()
{
    m_bring->setEnabled(false);
    m_said->setText(tr("Comparing %1 with %2…").arg(m_away, store::withoutPassword(m_home)));
    m_background->start(
        {}, [away = m_away, home = m_home] { return work(away, home, nullptr); }, [this](const Result<Merge> &merge) { take(merge); });
}

void BringHome::take(const Result<Merge> &merge)
{
    if (!merge) {
        m_said->setText(text(merge.error()));
        return;
    }
    m_merge = *merge;
    QStringList brings;
    for (const auto &[kind, number] : m_merge.counts) {
        brings << tr("%1: %2").arg(text(say("merge-count-" + kind))).arg(number);
    }
    if (m_merge.figuresOnly > 0) {
        brings << text(say("merge-figures-only", m_merge.figuresOnly));
    }
    if (m_merge.unended > 0) {
        brings << text(say("merge-unended", m_merge.unended));
    }
    if (m_merge.apart > 0) {
        brings << text(say("merge-apart", m_merge.apart));
    }
    m_brings->setText(brings.join('\n'));
    m_said->setText(m_merge.empty() ? text(say("merge-nothing"))
                    : m_merge.conflicts.empty()
                        ? tr("The copy brings this home; nothing of it was changed here as well.")
                        : tr("The copy brings this home. Of what was changed on both sides, choose what counts; the other value is then gone."));
    m_counts.clear();
    m_conflicts->setRowCount(int(m_merge.conflicts.size()));
    for (int i = 0; i < m_conflicts->rowCount(); ++i) {
        const MergeConflict &c = m_merge.conflicts[size_t(i)];
        const QStringList cells{tr("%1 %2").arg(text(say("merge-kind-" + c.kind)), text(c.name)), text(say("merge-field-" + c.field)),
                                shownField(c, c.base), shownField(c, c.mine), shownField(c, c.theirs)};
        for (int column = 0; column < cells.size(); ++column) {
            auto *item = new QTableWidgetItem(cells[column]);
            item->setToolTip(cells[column].toHtmlEscaped());
            m_conflicts->setItem(i, column, item);
        }
        auto *counts = new QComboBox;
        counts->addItems({tr("At home"), tr("In the copy")});
        counts->setAccessibleName(tr("What counts: %1, %2").arg(cells[0], cells[1]));
        m_conflicts->setCellWidget(i, int(cells.size()), counts);
        m_counts.push_back(counts);
    }
    m_conflicts->setVisible(!m_merge.conflicts.empty());
    m_bring->setEnabled(!m_merge.empty());
}

std::vector<MergeConflict> BringHome::decided() const
{
    std::vector<MergeConflict> all = m_merge.conflicts;
    for (size_t i = 0; i < all.size(); ++i) {
        all[i].takeMine = m_counts[i]->currentIndex() == 1;
    }
    return all;
}

void BringHome::bring()
{
    m_bring->setEnabled(false);
    m_bringing = true;
    m_said->setText(tr("Bringing it home…"));
    m_background->carryOut(
        {}, [away = m_away, home = m_home, decided = decided()] { return work(away, home, &decided); },
        [this](const Result<Merge> &done) { said(done); });
}

void BringHome::said(const Result<Merge> &done)
{
    m_bringing = false;
    if (!done && done.error().code == "undecided") {
        compare(); // somebody changed it meanwhile: it is looked at anew
        return;
    }
    m_said->setText(done ? text(say("merge-done")) : text(done.error()));
    m_conflicts->setVisible(!done);
    m_bring->setEnabled(!done); // to try again
}

} // namespace lamp::app
