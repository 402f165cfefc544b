// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/eye_view.h"

#include "app/parts/words.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>
#include <utility>

namespace lamp::app {

namespace {

QColor shownColour(const Drive &d)
{
    return QColor::fromRgbF(float(d.a), float(d.b), float(d.c));
}

} // namespace

void NeutralPatch::setColours(const Drive &patch, const Drive &surround)
{
    m_patch = shownColour(patch);
    m_surround = shownColour(surround);
    update();
}

void NeutralPatch::paintEvent(QPaintEvent *)
{
    QPainter painter(this);
    painter.fillRect(rect(), m_surround);
    const int side = int(0.45 * std::min(width(), height()));
    painter.fillRect(QRect(rect().center() - QPoint(side / 2, side / 2), QSize(side, side)), m_patch);
}

EyeView::EyeView(const StudioDisplay &reference, const StudioDisplay &display, std::uint64_t seed, QWidget *parent)
    : QDialog(parent), m_reference(reference), m_display(display), m_patch(new NeutralPatch), m_said(new QLabel), m_figures(new QLabel),
      m_person(new QLineEdit), m_same(new QPushButton(tr("They look the &same"))), m_back(new QPushButton(tr("&Take the last back"))),
      m_keep(new QPushButton(tr("&Keep with the pair")))
{
    setWindowTitle(tr("Matched by eye: %1 beside %2").arg(display.entry.name, reference.entry.name));
    resize(1000, 700);
    auto *column = new QVBoxLayout(this);
    auto *how = new QLabel(
        tr("Move this window to %1, and the reference's to %2; sit so that both are seen, in the light that you work in, and rest your eyes "
           "before each setting. Arrow keys: left bluer, right yellower, up greener, down pinker; + and − brighter and darker; with Shift "
           "in larger steps. Each person sets it three times or more; where it begins is not told.")
            .arg(display.entry.name, reference.entry.name));
    for (QLabel *label : {how, m_said, m_figures}) {
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText);
    }
    column->addWidget(how);
    column->addWidget(m_patch, 1);
    column->addWidget(m_said);
    column->addWidget(m_figures);
    auto *row = new QHBoxLayout;
    auto *who = new QLabel(tr("&Who looks"));
    who->setBuddy(m_person);
    m_person->setText(tr("first"));
    m_person->setMaximumWidth(180);
    auto *other = new QPushButton(tr("The &reference's patch"));
    auto *close = new QPushButton(tr("&Close"));
    for (QWidget *w : std::initializer_list<QWidget *>{who, m_person, m_same, m_back, other}) {
        row->addWidget(w);
    }
    row->addStretch();
    row->addWidget(close);
    row->addWidget(m_keep);
    column->addLayout(row);
    for (QPushButton *b : {m_same, m_back, other, close, m_keep}) {
        b->setAutoDefault(false);
        b->setFocusPolicy(Qt::TabFocus); // arrows stay with the patch
    }
    m_patch->setFocusPolicy(Qt::StrongFocus);
    m_patch->setAccessibleName(tr("The neutral that is set"));
    m_patch->setFocus();
    connect(m_same, &QPushButton::clicked, this, &EyeView::same);
    connect(m_back, &QPushButton::clicked, this, &EyeView::back);
    connect(other, &QPushButton::clicked, this, &EyeView::showReference);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(m_keep, &QPushButton::clicked, this, &QDialog::accept);
    connect(m_person, &QLineEdit::textChanged, this, &EyeView::tell);
    auto begun = EyeMatching::begin(reference.display, display.display, seed);
    if (begun) {
        m_matching.emplace(std::move(begun).value());
    } else {
        m_figures->setText(text(begun.error()));
    }
    other->setEnabled(m_matching.has_value());
    tell();
}

EyeView::~EyeView() = default;

void EyeView::reject()
{
    const size_t kept = m_matching ? m_matching->settings().size() : 0;
    if (kept > 0 && !std::exchange(m_asked, true)) {
        m_said->setText(tr("%1 settings would be lost: close once more to drop them.").arg(kept));
        return;
    }
    QDialog::reject();
}

int EyeView::settingsOf(const std::string &person) const
{
    const auto &all = m_matching->settings();
    return int(std::count_if(all.begin(), all.end(), [&](const EyeSetting &s) { return s.person == person; }));
}

void EyeView::tell()
{
    const bool may = m_matching.has_value();
    m_same->setEnabled(may && !m_person->text().trimmed().isEmpty());
    m_back->setEnabled(may && !m_matching->settings().empty());
    m_keep->setEnabled(false);
    if (!may) {
        return;
    }
    m_patch->setColours(m_matching->drive(), m_matching->surround());
    const QString person = m_person->text().trimmed();
    m_said->setText(person.isEmpty()
                        ? tr("Say who looks.")
                        : tr("%1: settings kept %2, needed %3 or more.").arg(person).arg(settingsOf(person.toStdString())).arg(kEyeSettings));
    // Figures before two people are done would tell the second what the first found.
    const auto offset = eyeOffset(m_matching->settings());
    QStringList said;
    if (offset) {
        for (const Message &m : eyeMatchSaid(found(WallTime{}), *offset)) {
            said << text(m);
        }
    }
    m_figures->setText(said.join(' '));
    m_keep->setEnabled(offset.ok());
}

void EyeView::step(EyeMatching::Step step, bool coarse)
{
    if (m_matching && !m_matching->step(step, coarse)) {
        m_said->setText(tr("The display cannot go farther that way."));
        return;
    }
    tell();
}

void EyeView::same()
{
    if (m_matching && m_same->isEnabled()) {
        m_asked = false;
        m_matching->looksTheSame(m_person->text().trimmed().toStdString());
        tell();
    }
}

void EyeView::back()
{
    if (m_matching) {
        m_matching->takeBack();
        tell();
    }
}

void EyeView::showReference()
{
    if (m_other == nullptr) {
        m_other = new QDialog(this);
        m_other->setWindowTitle(tr("The reference: %1").arg(m_reference.entry.name));
        auto *layout = new QVBoxLayout(m_other);
        layout->setContentsMargins(0, 0, 0, 0);
        auto *patch = new NeutralPatch;
        patch->setColours(m_matching->referenceDrive(), m_matching->referenceSurround());
        layout->addWidget(patch);
        m_other->resize(size());
    }
    m_other->show();
    activateWindow();
    m_patch->setFocus();
}

void EyeView::keyPressEvent(QKeyEvent *event)
{
    const bool coarse = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
    case Qt::Key_Left: step(EyeMatching::Step::Bluer, coarse); return;
    case Qt::Key_Right: step(EyeMatching::Step::Yellower, coarse); return;
    case Qt::Key_Up: step(EyeMatching::Step::Greener, coarse); return;
    case Qt::Key_Down: step(EyeMatching::Step::Pinker, coarse); return;
    case Qt::Key_Plus:
    case Qt::Key_Asterisk: step(EyeMatching::Step::Brighter, coarse); return; // + with Shift on some keyboards
    case Qt::Key_Minus:
    case Qt::Key_Underscore: step(EyeMatching::Step::Darker, coarse); return;
    case Qt::Key_Space:
    case Qt::Key_Return:
    case Qt::Key_Enter: same(); return;
    default: QDialog::keyPressEvent(event);
    }
}

EyeMatch EyeView::found(WallTime now) const
{
    const VisitFacts &reference = m_reference.display.facts();
    return {m_display.display.facts().model,
            m_display.display.facts().serial,
            reference.model,
            reference.serial,
            reference.white,
            now,
            m_matching ? m_matching->settings() : std::vector<EyeSetting>()};
}

} // namespace lamp::app
