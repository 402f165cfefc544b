// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/profiles/screening_view.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"

#include "report/profile_plots.h"
#include "visit/imported.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace lamp::app {

ScreeningView::ScreeningView(QWidget *parent)
    : QFrame(parent), m_verdict(new QLabel), m_mind(new QLabel(worded(strangersProfile()))),
      m_table(plainTable({tr("Profile"), tr("State"), tr("Group"), tr("To others, ΔE00"), tr("Here, ΔE00"), tr("Reason")}, tr("Profiles"))),
      m_pairs(plainTable({}, tr("Differences of each pair"))), m_plot(new PlotWidget), m_rank(new QPushButton(tr("&Rank by readings of this unit…"))),
      m_read(new QPushButton), m_progress(new QLabel)
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(8);
    QFont large = font();
    large.setPixelSize(16);
    m_verdict->setFont(large);
    for (QLabel *label : {m_verdict, m_mind}) {
        label->setWordWrap(true);
    }
    layout->addWidget(m_verdict);
    m_table->verticalHeader()->hide();
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_table->horizontalHeader()->setSectionResizeMode(5, QHeaderView::Stretch);
    m_table->setWordWrap(true);
    m_table->setToolTip(tr("Enter or a double click inspects a profile"));
    layout->addWidget(m_table, 3);
    auto *lower = new QHBoxLayout;
    lower->addWidget(m_plot, 1);
    auto *right = new QVBoxLayout;
    auto *pairsName = new QLabel(tr("Mean ΔE00 of each pair over a common grid of drives, white included"));
    pairsName->setWordWrap(true);
    right->addWidget(pairsName);
    right->addWidget(m_pairs, 1);
    lower->addLayout(right, 1);
    layout->addLayout(lower, 3);
    layout->addWidget(m_mind);
    auto *ranking = new QHBoxLayout;
    for (QWidget *w : std::initializer_list<QWidget *>{m_rank, m_read, m_progress}) {
        ranking->addWidget(w);
    }
    ranking->addStretch(1);
    layout->addLayout(ranking);
    setProgress(0, 0);
    connect(m_read, &QPushButton::clicked, this, &ScreeningView::instrumentWanted);
    connect(m_rank, &QPushButton::clicked, this, &ScreeningView::readingsWanted);
    connect(m_table, &QTableWidget::cellActivated, this, [this](int row, int) {
        if (m_compared && size_t(row) < m_compared->files.size()) {
            Q_EMIT profileWanted(text(m_compared->names[size_t(row)]), m_compared->files[size_t(row)]);
        }
    });
}

std::vector<const Profile *> ComparedProfiles::pointers() const
{
    std::vector<const Profile *> all;
    for (const Profile &p : profiles) {
        all.push_back(&p);
    }
    return all;
}

std::shared_ptr<const ComparedProfiles> ScreeningView::compare(std::vector<std::string> names, std::vector<Bytes> files)
{
    auto compared = std::make_shared<ComparedProfiles>();
    for (size_t i = 0; i < files.size(); ++i) {
        auto profile = Profile::open(files[i]);
        if (profile) {
            compared->profiles.push_back(std::move(profile).value());
            compared->names.push_back(std::move(names[i]));
            compared->files.push_back(std::move(files[i]));
        } else {
            compared->unreadable.push_back(say("profile-left-out", names[i], profile.error().what));
        }
    }
    compared->screening = lamp::screen(compared->pointers(), compared->names);
    return compared;
}

void ScreeningView::show(std::shared_ptr<const ComparedProfiles> compared)
{
    m_compared = std::move(compared);
    const QStringList words = QStringList{text(m_compared->screening.verdict)} + worded(m_compared->unreadable);
    m_verdict->setText(words.join(' '));
    m_plot->setPlot(screeningPlot(m_compared->screening));
    fill({});
}

Result<std::vector<RealError>> ScreeningView::rank(const std::shared_ptr<const ComparedProfiles> &compared, const ReadingSet &readings)
{
    const auto model = displayModelOf(readings);
    if (!model) {
        return model.error();
    }
    return realErrors(compared->pointers(), compared->names, model.value());
}

void ScreeningView::showRanking(const std::vector<RealError> &errors)
{
    fill(errors);
    m_verdict->setText(text(rankingVerdict(errors, m_compared->screening)));
}

void ScreeningView::setProgress(int taken, int of)
{
    const bool reading = of > 0;
    m_read->setText(reading ? tr("Stop &measuring") : tr("Rank by &measuring (two minutes)…"));
    m_rank->setEnabled(!reading);
    m_progress->setVisible(reading);
    if (taken <= 1) {
        m_since.start();
    }
    const double left = taken > 1 ? 0.001 * double(m_since.elapsed()) / (taken - 1) * (of - taken) : 0;
    m_progress->setText(taken > 1 ? tr("Reading %1 of %2, about %3 left").arg(taken).arg(of).arg(wordedSpan(left)) : tr("The instrument begins…"));
}

void ScreeningView::fill(const std::vector<RealError> &errors)
{
    const Screening &screening = m_compared->screening;
    const auto n = screening.profiles.size();
    m_table->setColumnHidden(4, errors.empty());
    m_table->setRowCount(int(std::max(n, errors.size())));
    const auto put = [this](size_t row, int column, const QString &words) { m_table->setItem(int(row), column, new QTableWidgetItem(words)); };
    // Readings of the unit outweigh what the profiles say of each other.
    const auto nearest = std::min_element(errors.begin(), errors.end(), [](const RealError &a, const RealError &b) { return a.mean < b.mean; });
    const auto recommended = errors.empty() ? screening.recommended : int(nearest - errors.begin());
    for (size_t i = 0; i < n; ++i) {
        const ScreenedProfile &p = screening.profiles[i];
        put(i, 0, text(p.name));
        put(i, 1, int(i) == recommended ? tr("recommended") : (p.odd() ? tr("stands apart") : tr("agrees")));
        put(i, 2, QString::number(p.group + 1));
        put(i, 3, number(p.nearness, 1));
        put(i, 5, worded(p.reasons).join(' '));
    }
    for (size_t i = 0; i < errors.size(); ++i) {
        if (i >= n) {
            for (const int c : {1, 2, 3, 5}) {
                put(i, c, c == 1 && int(i) == recommended ? tr("nearest") : QString());
            }
            put(i, 0, text(say("no-profile")));
        }
        put(i, 4, tr("%1, max %2").arg(number(errors[i].mean, 2), number(errors[i].max, 1)));
    }
    m_table->resizeRowsToContents();
    m_pairs->setRowCount(int(n));
    m_pairs->setColumnCount(int(n));
    QStringList heads;
    for (const std::string &name : m_compared->names) {
        heads << QFileInfo(text(name)).completeBaseName().left(14);
    }
    m_pairs->setHorizontalHeaderLabels(heads);
    m_pairs->setVerticalHeaderLabels(heads);
    for (size_t i = 0; i < n; ++i) {
        for (size_t k = 0; k < n; ++k) {
            m_pairs->setItem(int(i), int(k),
                             new QTableWidgetItem(i == k ? QStringLiteral("–") : number(screening.difference(Eigen::Index(i), Eigen::Index(k)), 1)));
        }
    }
    m_pairs->resizeColumnsToContents();
}

} // namespace lamp::app
