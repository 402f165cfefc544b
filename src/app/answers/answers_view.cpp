// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/answers/answers_view.h"

#include "app/parts/banner.h"
#include "app/parts/named_bars.h"
#include "app/parts/words.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

QFont scaled(QFont font, double factor)
{
    font.setPointSizeF(factor * font.pointSizeF());
    return font;
}

} // namespace

AnswersView::AnswersView(Banner &banner, QWidget *parent)
    : QFrame(parent), m_background(this), m_questions(new QListWidget), m_beside(new QComboBox), m_title(new QLabel),
      m_besideLabel(new QLabel(tr("&Beside"))), m_said(new QLabel), m_because(new QLabel), m_bars(new NamedBars), m_steps(new QVBoxLayout)
{
    setFrameShape(QFrame::StyledPanel);
    m_title->setFont(scaled(m_title->font(), 1.5));
    m_title->setWordWrap(true);
    m_questions->setAccessibleName(tr("Questions"));
    m_questions->setFrameShape(QFrame::NoFrame);
    m_questions->setSpacing(4);
    m_questions->setWordWrap(true);
    m_questions->setMinimumWidth(230);
    m_questions->setMaximumWidth(320);
    for (const Asked asked : kAsked) {
        m_questions->addItem(text(askedSaid(asked)));
    }
    m_besideLabel->setBuddy(m_beside);
    m_title->setTextFormat(Qt::PlainText);
    for (QLabel *label : {m_said, m_because}) {
        label->setTextFormat(Qt::PlainText); // names in them come from outside
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        label->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    }
    m_said->setFont(scaled(m_said->font(), 1.35));
    auto *beside = new QHBoxLayout;
    beside->addWidget(m_besideLabel);
    beside->addWidget(m_beside, 1);
    beside->addStretch(1);
    auto *inside = new QWidget;
    auto *right = new QVBoxLayout(inside);
    right->setContentsMargins(12, 0, 12, 0);
    right->setSpacing(14);
    right->addLayout(beside);
    right->addWidget(m_said);
    right->addWidget(m_bars);
    right->addLayout(m_steps);
    right->addWidget(m_because);
    right->addStretch(1);
    auto *scroll = new QScrollArea;
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setWidget(inside);
    scroll->setAccessibleName(tr("Answer"));
    auto *body = new QHBoxLayout;
    body->addWidget(m_questions);
    body->addWidget(scroll, 1);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(12);
    layout->addWidget(m_title);
    layout->addLayout(body, 1);
    connect(m_questions, &QListWidget::currentRowChanged, this, &AnswersView::ask);
    connect(m_questions, &QListWidget::itemActivated, this, [this] {
        if (m_answer && !m_answer->next.empty()) {
            Q_EMIT stepWanted(m_display.id, AnswerStep(m_answer->next.front())); // the page may be asked anew by it
        }
    });
    connect(m_beside, &QComboBox::currentIndexChanged, this, [this] {
        if (asked() == Asked::Differ) {
            ask();
        }
    });
    connect(&m_background, &Background::failed, this, [&banner](const QString &why) { banner.say(tr("That could not be done: %1.").arg(why)); });
    clear();
}

Asked AnswersView::asked() const
{
    return kAsked[size_t(std::clamp(m_questions->currentRow(), 0, int(kAsked.size()) - 1))];
}

void AnswersView::choose(Asked asked)
{
    const auto row = int(std::find(kAsked.begin(), kAsked.end(), asked) - kAsked.begin());
    if (m_questions->currentRow() == row) {
        ask();
    } else {
        m_questions->setCurrentRow(row);
    }
}

void AnswersView::setBeside(qint64 displayId)
{
    m_beside->setCurrentIndex(std::max(0, m_beside->findData(displayId)));
}

void AnswersView::show(Store &store, const DisplayEntry &display)
{
    m_place = store.path();
    const qint64 before = m_display.id == display.id ? m_beside->currentData().toLongLong() : 0;
    m_display = display;
    m_title->setText(tr("What people ask: %1").arg(display.name));
    {
        const QSignalBlocker quiet(m_beside);
        m_beside->clear();
        constexpr int kMost = 500; // of a list that somebody chooses from; the page of those that agree searches all
        std::vector<DisplayEntry> others = store.studio().displays();
        // Those of the same room are meant most often.
        std::stable_partition(others.begin(), others.end(), [&](const DisplayEntry &d) { return d.roomId == display.roomId; });
        for (const DisplayEntry &d : others) {
            if (d.id != display.id && m_beside->count() < kMost) {
                m_beside->addItem(d.name, d.id);
            }
        }
        setBeside(before);
    }
    if (m_questions->currentRow() < 0) {
        const QSignalBlocker quiet(m_questions);
        m_questions->setCurrentRow(0);
    }
    ask();
    m_questions->setFocus();
}

void AnswersView::clear()
{
    m_answer.reset();
    m_said->clear();
    m_because->clear();
    m_bars->setBars({}, {}, 0);
    while (QLayoutItem *item = m_steps->takeAt(0)) {
        delete item->widget();
        delete item;
    }
}

void AnswersView::ask()
{
    if (m_place.isEmpty()) {
        return;
    }
    const Asked question = asked();
    m_beside->setVisible(question == Asked::Differ);
    m_besideLabel->setVisible(question == Asked::Differ);
    clear();
    m_said->setText(tr("Looking at what is known…"));
    const qint64 beside = question == Asked::Differ ? m_beside->currentData().toLongLong() : 0;
    m_background.start(
        tr("Looking at what is known…"),
        [place = m_place, question, id = m_display.id, beside](const std::stop_token &stop) -> Result<Counsel> {
            auto opened = Store::look(place);
            if (!opened) {
                return opened.error();
            }
            const auto known = askedAbout(*opened.value(), question, id, beside, wallNow(), stop);
            return known ? Result<Counsel>(answerTo(question, known.value()->about)) : Result<Counsel>(known.error());
        },
        [this](const Result<Counsel> &answer) {
            if (answer) {
                show(answer.value());
            } else {
                m_said->setText(text(answer.error().paragraph()));
            }
        });
}

void AnswersView::show(const Counsel &answer)
{
    clear();
    m_answer = answer;
    m_said->setText(text(answer.said));
    std::vector<NamedBars::Bar> bars;
    double most = 0;
    for (const AnswerFigure &f : answer.figures) {
        bars.push_back({text(f.name), f.value, f.k2, false});
        most = std::max(most, std::abs(f.value));
    }
    m_bars->setBars(text(answer.title), std::move(bars), most >= 20 ? 1 : 2);
    for (const AnswerStep &step : answer.next) {
        auto *button = new QPushButton(text(step.said));
        connect(button, &QPushButton::clicked, this, [this, step] { Q_EMIT stepWanted(m_display.id, AnswerStep(step)); });
        m_steps->addWidget(button, 0, Qt::AlignLeft);
    }
    QStringList because;
    for (const Message &m : answer.because) {
        because << text(m);
    }
    m_because->setText(because.join(QStringLiteral("\n\n")));
}

QString AnswersView::words() const
{
    QStringList all{m_title->text(), m_said->text(), m_bars->text()};
    for (int i = 0; i < m_steps->count(); ++i) {
        if (const auto *button = qobject_cast<QPushButton *>(m_steps->itemAt(i)->widget())) {
            all << button->text();
        }
    }
    return (all << m_because->text()).join('\n');
}

} // namespace lamp::app
