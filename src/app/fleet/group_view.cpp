// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/group_view.h"

#include "app/compare/gamut_view.h"
#include "app/fleet/eye_view.h"

#include "app/fleet/pair_matrix.h"
#include "app/parts/banner.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"
#include "app/parts/working_line.h"
#include "store/registers.h"

#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// So many are compared at once in the window: a matrix of more cannot be read.
constexpr int kMostCompared = 60;
/// Means at which a pair is done, and excellent (common practice, no published source).
constexpr double kDone = 1.0, kExcellent = 0.5;

QLabel *heading(const QString &words, double times)
{
    auto *label = new QLabel(words);
    QFont font = label->font();
    font.setPointSizeF(times * font.pointSizeF());
    label->setFont(font);
    label->setWordWrap(true);
    return label;
}

QTableWidget *smallTable(const QStringList &headings, const QString &name)
{
    QTableWidget *t = plainTable(headings, name, 22);
    t->verticalHeader()->hide();
    t->setShowGrid(false);
    t->setTabKeyNavigation(false);
    return t;
}

/// A disagreement's size in words.
QString howAlike(const PairAgreement &p)
{
    // A mean that its uncertainty leaves on either side of the limit is not said to be on one.
    if (p.mean + p.instrumentK2 <= kExcellent) {
        return GroupView::tr("An excellent match.");
    }
    if (p.mean + p.instrumentK2 <= kDone) {
        return GroupView::tr("They match.");
    }
    return p.mean - p.instrumentK2 > kDone ? GroupView::tr("They do not match.") : GroupView::tr("Whether they match is left open by the readings.");
}

QString remedyFor(const std::string &part)
{
    if (part == "white" || part == "luminance" || part == "tone") {
        return GroupView::tr("Calibrating one to what the other shows takes most of it away.");
    }
    return GroupView::tr("Their gamuts differ: no calibration takes that away; critical work stays on the larger one.");
}

} // namespace

GroupView::GroupView(Banner &banner, QWidget *parent)
    : QFrame(parent), m_banner(banner), m_background(this), m_list(new QListWidget), m_summary(heading({}, 1.5)),
      m_working(new WorkingLine(m_background)), m_pair(heading({}, 1.25)), m_pairFacts(new QLabel), m_shared(new QLabel), m_commonFacts(new QLabel),
      m_parts(smallTable({tr("Part"), tr("ΔE00")}, tr("Why they differ"))),
      m_loses(smallTable({tr("Display"), tr("Most, cd/m²"), tr("At the end"), tr("Gives up"), tr("Levels lost"), tr("Gamut given up")},
                         tr("What each display gives up"))),
      m_matrix(new PairMatrix), m_match(new QPushButton), m_eye(new QPushButton(tr("Match by e&ye…"))),
      m_bodies(new QPushButton(tr("Gamuts as &bodies…"))), m_keep(new QPushButton(tr("&Keep as a target"))), m_months(new QDoubleSpinBox)
{
    setFrameShape(QFrame::StyledPanel);
    m_list->setAccessibleName(tr("Displays that are compared"));
    m_list->setFixedWidth(170);
    for (QLabel *label : {m_pairFacts, m_shared, m_commonFacts}) {
        label->setWordWrap(true);
    }
    m_months->setRange(0, 60);
    m_months->setDecimals(0);
    m_months->setValue(12);
    m_months->setAccessibleName(tr("Months"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    layout->addWidget(m_summary);
    layout->addWidget(m_working);
    auto *middle = new QHBoxLayout;
    middle->setSpacing(14);
    middle->addWidget(m_list);
    auto *matrix = new QVBoxLayout;
    matrix->addWidget(m_matrix, 1);
    matrix->addWidget(m_shared);
    middle->addLayout(matrix, 1);
    middle->addWidget(pairPart());
    layout->addLayout(middle, 7);
    layout->addWidget(commonPart(), 3);
    connect(m_list, &QListWidget::itemChanged, this, [this] {
        m_chosen = true;
        compare();
    });
    connect(m_matrix, &PairMatrix::chosen, this, &GroupView::showPair);
    connect(m_months, &QDoubleSpinBox::valueChanged, this, [this] { compare(); });
    connect(m_keep, &QPushButton::clicked, this, &GroupView::keepTarget);
    connect(m_match, &QPushButton::clicked, this, [this] {
        const auto [reference, follower] = leading();
        if (reference != nullptr) {
            Q_EMIT matchWanted(follower->entry.id, text(reference->visit));
        }
    });
    m_eye->setToolTip(tr("Two displays of different light may be read alike and look different: two people set white until both look the same."));
    connect(m_bodies, &QPushButton::clicked, this, &GroupView::showBodies);
    connect(m_eye, &QPushButton::clicked, this, &GroupView::matchByEye);
    connect(&m_background, &Background::failed, this, [this](const QString &why) {
        m_summary->clear();
        m_banner.say(tr("That could not be done: %1.").arg(why));
    });
}

QWidget *GroupView::pairPart()
{
    auto *part = new QWidget;
    auto *layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_pair);
    layout->addWidget(m_pairFacts);
    m_parts->setFixedHeight(4 * 22 + 32);
    layout->addWidget(m_parts);
    layout->addWidget(m_match);
    auto *more = new QHBoxLayout;
    more->addWidget(m_eye);
    more->addWidget(m_bodies);
    layout->addLayout(more);
    layout->addStretch(1);
    auto *scroll = new QScrollArea; // where letters are large, all of it is still there
    scroll->setWidget(part);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFixedWidth(304);
    return scroll;
}

QWidget *GroupView::commonPart()
{
    auto *part = new QWidget;
    auto *layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    auto *line = new QHBoxLayout;
    line->addWidget(heading(tr("Common target"), 1.25));
    auto *label = new QLabel(tr("to be held for mo&nths:"));
    label->setBuddy(m_months);
    line->addSpacing(12);
    line->addWidget(label);
    line->addWidget(m_months);
    line->addStretch(1);
    line->addWidget(m_keep);
    layout->addLayout(line);
    layout->addWidget(m_commonFacts);
    layout->addWidget(m_loses, 1);
    return part;
}

void GroupView::show(Store &store, WallTime now, qint64 beside)
{
    if (m_store != &store) {
        m_working->nothingShown();
    }
    m_chosen = m_chosen && m_store == &store; // what was ticked in another studio is not meant here
    m_store = &store;
    m_now = now;
    m_beside = beside;
    m_background.start(
        tr("Fitting a model to each display's readings…"),
        [path = store.path(), now](const std::stop_token &stop) -> Result<Found> {
            auto opened = Store::look(path);
            if (!opened) {
                return opened.error();
            }
            auto displays = visitedDisplays(*opened.value(), {}, stop);
            if (!displays) {
                return displays.error();
            }
            Found found;
            for (StudioDisplay &d : displays.value()) {
                found.displays.push_back(std::make_shared<const StudioDisplay>(std::move(d)));
            }
            AgeingQuestion question;
            question.on = now;
            found.ageing = ageingOfStudio(*opened.value(), question);
            const auto problem = opened.value()->takeProblem();
            return problem ? Result<Found>(*problem) : Result<Found>(std::move(found));
        },
        [this](Result<Found> found) {
            if (found) {
                take(std::move(found).value());
            } else {
                m_summary->clear();
                m_banner.say(found.error());
            }
        });
}

void GroupView::take(Found found)
{
    m_found = std::move(found);
    fillList();
    compare();
}

void GroupView::fillList()
{
    std::map<qint64, bool> before;
    for (int i = 0; i < m_list->count(); ++i) {
        before[m_list->item(i)->data(Qt::UserRole).toLongLong()] = m_list->item(i)->checkState() == Qt::Checked;
    }
    qint64 room = 0;
    for (const auto &d : m_found.displays) {
        room = d->entry.id == m_beside ? d->entry.roomId : room;
    }
    const auto inRoom = std::count_if(m_found.displays.begin(), m_found.displays.end(), [&](const auto &d) { return d->entry.roomId == room; });
    // At first the room that one comes from, where more than one stands in it; else as many as can be read.
    const QSignalBlocker blocker(m_list);
    m_list->clear();
    int count = 0;
    for (const auto &d : m_found.displays) {
        auto *item = new QListWidgetItem(d->entry.name, m_list);
        item->setData(Qt::UserRole, d->entry.id);
        item->setToolTip(d->entry.model + QStringLiteral(" ") + d->entry.serial);
        item->setFlags(Qt::ItemIsUserCheckable | Qt::ItemIsEnabled | Qt::ItemIsSelectable);
        const auto known = before.find(d->entry.id);
        const bool on = m_chosen && known != before.end() ? known->second : (inRoom > 1 ? d->entry.roomId == room : count < 12);
        count += on ? 1 : 0;
        item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
    }
}

void GroupView::choose(const std::vector<qint64> &ids)
{
    {
        const QSignalBlocker blocker(m_list);
        for (int i = 0; i < m_list->count(); ++i) {
            QListWidgetItem *item = m_list->item(i);
            const bool on = std::find(ids.begin(), ids.end(), item->data(Qt::UserRole).toLongLong()) != ids.end();
            item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
        }
    }
    m_chosen = true;
    compare();
}

void GroupView::compare()
{
    Displays chosen;
    for (int i = 0; i < m_list->count() && int(chosen.size()) < kMostCompared; ++i) {
        if (m_list->item(i)->checkState() == Qt::Checked) {
            chosen.push_back(m_found.displays[size_t(i)]);
        }
    }
    if (chosen.empty()) {
        m_background.cancel();
        show(Compared{}, chosen);
        return;
    }
    m_background.start(
        tr("Comparing displays…"),
        [chosen, months = m_months->value(), ageing = m_found.ageing](const std::stop_token &stop) {
            DisplayGroup group;
            std::transform(chosen.begin(), chosen.end(), std::back_inserter(group), [](const auto &d) { return &d->display; });
            return Compared{agreementOf(group, {}, stop), commonTarget(group, months, ageing)};
        },
        [this, chosen](Compared compared) {
            m_working->resultsShown();
            show(std::move(compared), chosen);
        });
}

void GroupView::show(Compared compared, const Displays &displays)
{
    // Shown anew, since something was measured elsewhere, the pair that is looked at stays.
    const bool same = std::equal(displays.begin(), displays.end(), m_compared.begin(), m_compared.end(),
                                 [](const auto &p, const auto &q) { return p->entry.id == q->entry.id; });
    const int a = same ? m_a : -1, b = same ? m_b : -1;
    m_compared = displays;
    QStringList names;
    for (const auto &d : displays) {
        names << d->entry.name;
    }
    int worst = -1, matched = 0;
    const auto &pairs = compared.agreement.pairs;
    for (int i = 0; i < int(pairs.size()); ++i) {
        const PairAgreement &p = pairs[size_t(i)];
        // One that could not be compared is no match, and worse than any that could.
        matched += p.colours > 0 && p.mean <= kDone ? 1 : 0;
        const auto rank = [&](int k) { return pairs[size_t(k)].colours > 0 ? pairs[size_t(k)].mean : 1e9; };
        worst = worst < 0 || rank(i) > rank(worst) ? i : worst;
    }
    const int ofList = m_list->count();
    m_summary->setText(ofList == 0           ? tr("No display has been visited yet: only what was measured can be compared.")
                       : displays.size() < 2 ? tr("Tick two displays or more to compare them.")
                       : worst >= 0 && matched == int(pairs.size())
                           ? tr("All %1 pairs agree: no mean difference is above %2.").arg(pairs.size()).arg(number(kDone, 0))
                           : tr("%1 of %2 pairs agree. Farthest apart: %3 and %4.")
                                 .arg(matched)
                                 .arg(pairs.size())
                                 .arg(names[int(pairs[size_t(worst)].a)], names[int(pairs[size_t(worst)].b)]));
    QStringList shared;
    for (const auto &[space, percent] : compared.agreement.sharedCoverage) {
        if (space != "sRGB" && space != "Display P3" && space != "Adobe RGB (1998)") {
            continue; // the command line has all
        }
        shared << tr("%1 % of %2").arg(number(percent, 0), text(space));
    }
    m_shared->setText(displays.size() < 2
                          ? QString()
                          : tr("Together they show %1 (by volume in CIELAB, black taken to zero).").arg(shared.join(QStringLiteral(", "))));
    int ticked = 0;
    for (int i = 0; i < m_list->count(); ++i) {
        ticked += m_list->item(i)->checkState() == Qt::Checked ? 1 : 0;
    }
    if (ticked > int(displays.size())) { // what is left out is said
        m_shared->setText(tr("Only the first %1 of the %2 that are ticked are compared.").arg(displays.size()).arg(ticked) + QLatin1Char(' ')
                          + m_shared->text());
    }
    m_matrix->pairs().set(names, std::move(compared.agreement));
    m_a = m_b = -1;
    if (a >= 0 && b >= 0) {
        m_matrix->choose(a, b);
    } else if (worst >= 0) {
        const PairAgreement &p = m_matrix->pairs().agreement().pairs[size_t(worst)];
        m_matrix->choose(int(p.a), int(p.b));
    }
    showPair(m_a, m_b);
    showCommon(compared.common);
}

void GroupView::showPair(int a, int b)
{
    m_a = a;
    m_b = b;
    const PairAgreement *p = m_matrix->pairs().pair(a, b);
    for (QWidget *w : std::initializer_list<QWidget *>{m_pair, m_pairFacts, m_parts, m_match, m_eye, m_bodies}) {
        w->setVisible(p != nullptr);
    }
    m_parts->setRowCount(0);
    if (p == nullptr) {
        return;
    }
    const QString nameA = m_compared[p->a]->entry.name, nameB = m_compared[p->b]->entry.name;
    m_pair->setText(tr("%1 and %2").arg(nameA, nameB));
    if (p->colours == 0) {
        m_pairFacts->setText(tr("No colour is within reach of both: nothing can be compared."));
        m_match->hide();
        m_eye->hide();
        m_parts->hide();
        return;
    }
    const VisitFacts &fa = m_compared[p->a]->display.facts(), &fb = m_compared[p->b]->display.facts();
    const QString seen =
        !fa.instrument.empty() && fa.instrument == fb.instrument ? tr("as %1 sees them").arg(text(fa.instrument)) : tr("as two instruments see them");
    QStringList facts;
    facts << howAlike(*p)
          << tr("Mean %1 ± %2 ΔE00 %3; ± %4 for the standard observer. Largest %5, of %6 colours that both show.")
                 .arg(number(p->mean, 2), number(p->instrumentK2, 2), seen, number(p->absoluteK2, 1), number(p->max, 1))
                 .arg(p->colours)
          << tr("%1 shows %2 % of the other's gamut, %3 %4 %.")
                 .arg(behindComma(nameA), number(100 * p->aShowsOfB, 0), behindComma(nameB), number(100 * p->bShowsOfA, 0));
    if (std::abs(p->meanAbsolute - p->mean) > 0.1) {
        facts << tr("With one luminance for both: mean %1.").arg(number(p->meanAbsolute, 2));
    }
    const auto byEye = m_store != nullptr
                           ? eyeMatchOf(*m_store, leading().second->entry.id,
                                        modelAndSerial(leading().first->display.facts().model, leading().first->display.facts().serial))
                           : std::nullopt;
    if (byEye) {
        facts << tr("By eye, %1:").arg(text(isoTime(byEye->finished).substr(0, 10)));
        for (const Message &m : eyeMatchSaid(*byEye, eyeOffset(byEye->settings).value())) {
            facts.back() += QLatin1Char(' ') + text(m);
        }
    } else if (p->mean + p->instrumentK2 > kDone && !p->because.empty()) {
        facts << remedyFor(p->because.front().what);
    }
    m_pairFacts->setText(facts.join(QStringLiteral("\n")));
    m_parts->setRowCount(int(p->because.size()));
    for (int i = 0; i < int(p->because.size()); ++i) {
        const Disagreement &d = p->because[size_t(i)];
        setRow(*m_parts, i, QStringList{text(wordSaid(d.what)), number(d.deltaE, 2)});
        m_parts->item(i, 1)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    }
    m_parts->resizeColumnsToContents();
    const auto [reference, follower] = leading();
    m_match->setText(tr("Calibrate “%1” to &match…").arg(behindComma(follower->entry.name)));
    m_match->setToolTip(tr("A full visit to %1 that aims at what %2 shows.").arg(follower->entry.name, reference->entry.name));
}

std::pair<const StudioDisplay *, const StudioDisplay *> GroupView::leading() const
{
    const PairAgreement *p = m_matrix->pairs().pair(m_a, m_b);
    if (p == nullptr) {
        return {nullptr, nullptr};
    }
    // The one that shows more of the other is the reference: a lesser one cannot be followed everywhere.
    const bool aLeads = p->aShowsOfB >= p->bShowsOfA;
    return {m_compared[aLeads ? p->a : p->b].get(), m_compared[aLeads ? p->b : p->a].get()};
}

void GroupView::showBodies()
{
    // The chosen pair first, then the others that are compared.
    std::vector<std::pair<std::string, Bytes>> profiles;
    const auto [reference, follower] = leading();
    for (const StudioDisplay *d : {reference, follower}) {
        if (d != nullptr) {
            profiles.emplace_back(d->entry.name.toStdString(), d->display.facts().profile);
        }
    }
    for (const auto &d : m_compared) {
        if (d.get() != reference && d.get() != follower) {
            profiles.emplace_back(d->entry.name.toStdString(), d->display.facts().profile);
        }
    }
    GamutView(profiles, this).exec();
}

void GroupView::matchByEye()
{
    const Displays kept = m_compared; // they live while the window is open, whatever is compared meanwhile
    const auto [reference, follower] = leading();
    if (reference == nullptr || m_store == nullptr) {
        return;
    }
    EyeView view(*reference, *follower, std::random_device()(), this);
    if (view.exec() != QDialog::Accepted) {
        return;
    }
    Store *store = m_store;
    const auto id = store->measurements().add(eyeMatchToJson(view.found(wallNow())), follower->entry.id);
    if (!id) {
        m_banner.say(id.error());
        return;
    }
    m_banner.say(tr("Kept with the pair: from now on a calibration of %1 to match sets white off by it.").arg(follower->entry.name), tr("Undo"),
                 [this, store, id = id.value()] {
                     if (m_store == store && m_banner.did(store->measurements().setRemoved(id, true, wallNow()))) {
                         showPair(m_a, m_b);
                     }
                 });
    showPair(m_a, m_b);
}

void GroupView::showCommon(const Result<CommonTarget> &common)
{
    m_common = common ? std::optional(common.value()) : std::nullopt;
    m_keep->setEnabled(m_common.has_value());
    m_loses->setRowCount(0);
    if (!common) {
        m_commonFacts->setText(m_compared.empty() ? QString() : text(common.error()));
        return;
    }
    const Target &t = common->target;
    // By place, not by serial: two displays may have none.
    const auto &loses = common->loses;
    const auto least = std::min_element(loses.begin(), loses.end(), [](const CommonLoss &p, const CommonLoss &q) { return p.mostThen < q.mostThen; });
    const auto weakest = size_t(least - loses.begin());
    QStringList facts{text(say("common-target", decimal(t.white.xy.x, 4), decimal(t.white.xy.y, 4), decimal(t.luminance.cdM2, 1), t.tone.named())),
                      text(say(common->limited ? "common-limited" : "common-weakest", m_compared[weakest]->entry.name.toStdString()))};
    m_commonFacts->setText(facts.join(QStringLiteral(" ")));
    m_loses->setRowCount(int(common->loses.size()));
    for (int i = 0; i < int(common->loses.size()); ++i) {
        const CommonLoss &l = common->loses[size_t(i)];
        setRow(*m_loses, i,
               QStringList{m_compared[size_t(i)]->entry.name, number(l.most, 0), number(l.mostThen, 0), tr("%1 %").arg(number(l.luminancePercent, 0)),
                           QString::number(l.levels), tr("%1 %").arg(number(l.gamutPercent, 0))});
        for (int column = 1; column < m_loses->columnCount(); ++column) {
            m_loses->item(i, column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        }
    }
    m_loses->resizeColumnsToContents();
}

void GroupView::keepTarget()
{
    if (!m_common || m_store == nullptr) {
        return;
    }
    Target target = m_common->target;
    const auto all = m_store->aims().targets();
    const std::string base = tr("Common %1").arg(wordedDay(m_now)).toStdString();
    target.name = base;
    for (int n = 2; std::any_of(all.begin(), all.end(), [&](const Target &t) { return t.name == target.name; }); ++n) {
        target.name = base + " (" + std::to_string(n) + ")";
    }
    if (!m_banner.did(m_store->aims().keep(target))) {
        return;
    }
    m_banner.say(tr("“%1” is kept: it can be chosen as the target of every visit.").arg(text(target.name)), tr("Undo"),
                 [this, store = m_store, name = target.name] {
                     // The studio may be another one by now: this target is not of it.
                     if (m_store == store && m_banner.did(store->aims().takeOff(name))) {
                         m_banner.say(tr("“%1” is no longer offered.").arg(text(name)));
                     }
                 });
    Q_EMIT targetKept();
}

QString GroupView::pairWords() const
{
    return m_pair->text() + QLatin1Char('\n') + m_pairFacts->text();
}

QString GroupView::commonWords() const
{
    return m_commonFacts->text();
}

} // namespace lamp::app
