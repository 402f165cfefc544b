// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/diagnosis/diagnosis_view.h"

#include "app/parts/banner.h"
#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "app/reports/report_button.h"
#include "report/diagnosis_plot.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// How probable a cause is, as a bar in the text's own gray.
class ChanceBar : public QWidget {
public:
    ChanceBar(double probability, const QString &cause) : m_probability(std::clamp(probability, 0.0, 1.0))
    {
        setFixedHeight(6);
        setAccessibleName(DiagnosisView::tr("%1: %2 %").arg(cause, number(100 * m_probability, 0)));
    }

protected:
    void paintEvent(QPaintEvent *) override
    {
        QPainter p(this);
        p.fillRect(rect(), palette().color(QPalette::Mid));
        p.fillRect(QRectF(0, 0, width() * m_probability, height()), palette().color(QPalette::WindowText));
    }

private:
    double m_probability;
};

QLabel *wrapped(const QString &words)
{
    auto *label = new QLabel(words);
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    return label;
}

/// One cause with all that is said of it.
QWidget *causeCard(const Ranking::Entry &c)
{
    auto *card = new QWidget;
    auto *layout = new QVBoxLayout(card);
    layout->setContentsMargins(0, 4, 0, 12);
    layout->setSpacing(4);
    const QString name = text(say("cause-" + c.code));
    auto *head = new QHBoxLayout;
    auto *title = wrapped(name);
    QFont bold = title->font();
    bold.setBold(true);
    bold.setPointSizeF(1.15 * bold.pointSizeF());
    title->setFont(bold);
    auto *chance = new QLabel(DiagnosisView::tr("%1 %").arg(number(100 * c.probability, 0)));
    chance->setFont(bold);
    head->addWidget(title, 1);
    head->addWidget(chance, 0, Qt::AlignTop);
    layout->addLayout(head);
    layout->addWidget(new ChanceBar(c.probability, name));
    if (!c.detail.empty()) {
        layout->addWidget(wrapped(DiagnosisView::tr("How strong: %1").arg(text(c.detail))));
    }
    for (const Message &m : c.pro) {
        layout->addWidget(wrapped(DiagnosisView::tr("For it: %1").arg(text(m))));
    }
    for (const Message &m : c.contra) {
        layout->addWidget(wrapped(DiagnosisView::tr("Against it: %1").arg(text(m))));
    }
    layout->addWidget(wrapped(DiagnosisView::tr("What to do: %1").arg(text(say("cure-" + c.code)))));
    return card;
}

} // namespace

DiagnosisView::DiagnosisView(DiagnosisRunner &runner, Banner &banner, std::function<Store *()> store, QWidget *parent)
    : QFrame(parent), m_runner(runner), m_banner(banner), m_title(new QLabel), m_verdict(wrapped({})), m_progress(wrapped({})),
      m_all(new QCheckBox(tr("Make &all tests"))), m_start(new QPushButton(tr("&Look now"))), m_report(new ReportButton(banner, std::move(store))),
      m_causes(new QVBoxLayout), m_plot(new PlotWidget)
{
    setFrameShape(QFrame::StyledPanel);
    QFont large = m_title->font();
    large.setPointSizeF(1.5 * large.pointSizeF());
    m_title->setFont(large);
    m_title->setWordWrap(true);
    m_all->setToolTip(tr("Also where a cause is as good as sure: it takes some six minutes, and finds a second one more often"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->setSpacing(10);
    layout->addWidget(m_title);
    auto *line = new QHBoxLayout;
    line->addWidget(m_start);
    line->addWidget(m_all);
    line->addWidget(m_progress, 1);
    line->addWidget(m_report);
    layout->addLayout(line);
    layout->addWidget(m_verdict);
    auto *inside = new QWidget;
    inside->setLayout(m_causes);
    m_causes->setContentsMargins(0, 0, 12, 0);
    auto *scroll = new QScrollArea;
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setWidget(inside);
    scroll->setAccessibleName(tr("Causes, the most probable first"));
    layout->addWidget(scroll, 3);
    layout->addWidget(m_plot, 2);
    connect(m_start, &QPushButton::clicked, this, &DiagnosisView::startOrStop);
    connect(&m_runner, &DiagnosisRunner::weighed, this, &DiagnosisView::tell);
    connect(&m_runner, &DiagnosisRunner::ended, this, &DiagnosisView::ended);
    connect(&m_runner, &DiagnosisRunner::progressed, this,
            [this](const QString &what, double, double left) { m_progress->setText(tr("%1, about %2").arg(what, wordedSpan(left))); });
    clear();
}

void DiagnosisView::show(const DisplayEntry &display)
{
    if (m_runner.running()) {
        return; // what is being looked at stays in sight, whatever is chosen
    }
    const bool another = display.id != m_display.id;
    m_display = display;
    if (another) {
        clear();
    }
}

void DiagnosisView::clear()
{
    m_title->setText(m_display.name.isEmpty() ? QString() : tr("What is wrong with %1?").arg(m_display.name));
    m_verdict->setText(
        tr("Some thirty patches are read and held against what its last visit left; then the test is made that tells most for its time, until a "
           "cause is as good as sure. It takes one to six minutes. Nothing of the display is changed but what it shows."));
    m_progress->clear();
    m_report->setReport({}, {});
    m_plot->hide();
    while (QLayoutItem *item = m_causes->takeAt(0)) {
        delete item->widget();
        delete item;
    }
}

void DiagnosisView::startOrStop()
{
    if (m_runner.running()) {
        m_runner.cancel();
        return;
    }
    clear();
    Q_EMIT wanted(m_display.id, m_all->isChecked() ? TestChoice::All : TestChoice::Needed);
    m_start->setText(m_runner.running() ? tr("St&op") : tr("&Look now"));
}

void DiagnosisView::tell(const ExaminationPtr &e)
{
    const QString progress = m_progress->text();
    clear();
    m_progress->setText(progress);
    m_report->setReport([e] { return diagnosisReport(*e); }, QStringLiteral("diagnosis"));
    const Ranking &r = e->ranking;
    const bool found = !r.causes.empty() && r.causes.front().probability > std::max(r.healthy, r.unexplained);
    const std::vector<Message> said = examinationSaid(*e);
    const Message compared = say("diagnosis-compared", Day{e->known.then.finished}, modelAndSerial(e->instrument.model, e->instrument.serial));
    QString verdict = text(found || said.empty() ? compared : said.front());
    if (!e->next.empty() && r.surest < kAsGoodAsSure) {
        verdict += QLatin1Char('\n') + text(say("diagnosis-next", say("test-" + e->next)));
    }
    for (const Message &warning : e->warnings) {
        verdict += QLatin1Char('\n') + text(warning);
    }
    m_verdict->setText(verdict);
    constexpr double kWorthShowing = 0.02;
    constexpr size_t kMost = 5;
    for (size_t i = 0; i < std::min(kMost, r.causes.size()); ++i) {
        if (r.causes[i].probability > kWorthShowing) {
            m_causes->addWidget(causeCard(r.causes[i]));
        }
    }
    m_causes->addStretch(1);
    const plot::Plot plot = diagnosisPlot(*e);
    m_plot->setPlot(plot);
    m_plot->setAccessibleName(text(plot.title));
    m_plot->show();
}

void DiagnosisView::ended(const DiagnosisEnd &end)
{
    m_start->setText(tr("&Look now"));
    if (!end.examination->ranking.causes.empty()) {
        tell(end.examination);
    }
    m_progress->clear();
    m_folder = end.folder;
    if (end.unkept) {
        m_banner.say(*end.unkept);
    } else if (end.error) {
        m_banner.say(*end.error);
    } else {
        m_banner.say(tr("What was found is in %1.").arg(m_folder));
    }
}

QString DiagnosisView::words() const
{
    QStringList all;
    for (const QLabel *label : findChildren<QLabel *>()) {
        if (!label->text().isEmpty()) {
            all << label->text();
        }
    }
    return all.join(QLatin1Char('\n'));
}

} // namespace lamp::app
