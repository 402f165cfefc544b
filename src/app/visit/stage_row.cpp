// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/stage_row.h"

#include "app/parts/words.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>

namespace lamp::app {

/// Done, running, to come, skipped, failed: told by shape.
class StageRow::Mark : public QWidget {
public:
    explicit Mark(QWidget *parent) : QWidget(parent) { setFixedSize(22, 22); }
    void setState(LineState state)
    {
        m_state = state;
        update();
    }

protected:
    void paintEvent(QPaintEvent *) override
    {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const QColor ink = palette().color(QPalette::WindowText), soft = palette().color(QPalette::PlaceholderText);
        switch (m_state) {
        case LineState::Pending:
            p.setPen(QPen(soft, 1.4));
            p.drawLine(5, 16, 17, 16);
            break;
        case LineState::Running:
            p.setBrush(ink);
            p.setPen(Qt::NoPen);
            p.drawPolygon(QPolygonF{{6, 4}, {18, 11}, {6, 18}});
            break;
        case LineState::Done:
            p.setPen(QPen(ink, 2.4));
            p.drawPolyline(QPolygonF{{4, 11}, {9, 17}, {18, 5}});
            break;
        case LineState::Skipped:
            p.setPen(QPen(soft, 1.6));
            p.drawArc(QRectF(4, 7, 14, 12), 20 * 16, 140 * 16);
            break;
        case LineState::Failed:
            p.setPen(QPen(ink, 2.4));
            p.drawLine(11, 3, 11, 13);
            p.drawPoint(QPointF(11, 18));
            break;
        }
    }

private:
    LineState m_state = LineState::Pending;
};

StageRow::StageRow(Stage stage, QWidget *parent)
    : QFrame(parent), m_stage(stage), m_mark(new Mark(this)), m_title(new QLabel(text(titled(stage)), this)), m_summary(new QLabel(this)),
      m_when(new QLabel(this)), m_bodyWidget(new QWidget(this)), m_body(new QVBoxLayout(m_bodyWidget))
{
    setFocusPolicy(Qt::TabFocus);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 4, 10, 4);
    layout->setSpacing(2);
    auto *head = new QHBoxLayout;
    head->setSpacing(8);
    QFont bold = font();
    bold.setBold(true);
    m_title->setFont(bold);
    m_title->setFixedWidth(170);
    m_title->setWordWrap(true);
    QFont small = font();
    small.setPixelSize(11);
    m_when->setFont(small);
    m_summary->setWordWrap(true);
    m_when->setForegroundRole(QPalette::PlaceholderText);
    head->addWidget(m_mark, 0, Qt::AlignTop);
    head->addWidget(m_title, 0, Qt::AlignTop);
    head->addWidget(m_summary, 1, Qt::AlignTop);
    head->addWidget(m_when, 0, Qt::AlignTop);
    layout->addLayout(head);
    m_body->setContentsMargins(32, 4, 4, 8);
    layout->addWidget(m_bodyWidget);
    m_bodyWidget->setVisible(false);
}

void StageRow::update(const StageLine &l, Task task)
{
    m_title->setText(text(titled(m_stage, task)));
    m_mark->setState(l.state);
    QString summaryText = text(l.summary);
    if (l.state == LineState::Running && summaryText.isEmpty()) {
        summaryText = tr("in progress");
    }
    m_summary->setText(l.note.empty() ? summaryText : summaryText + QStringLiteral("\n“%1”").arg(text(l.note)));
    const bool timed = l.state != LineState::Pending && l.at != WallTime{};
    m_when->setText(timed ? text(clockTime(l.at)) + QStringLiteral("  ") + shippedText(l.by) : QString());
    m_title->setForegroundRole(l.state == LineState::Pending ? QPalette::PlaceholderText : QPalette::WindowText);
    setAccessibleName(m_title->text() + QStringLiteral(": ") + summaryText);
}

void StageRow::setOpen(bool open)
{
    m_bodyWidget->setVisible(open);
}

bool StageRow::isOpen() const
{
    return m_bodyWidget->isVisibleTo(this);
}

QString StageRow::summary() const
{
    return m_summary->text();
}

void StageRow::mousePressEvent(QMouseEvent *)
{
    Q_EMIT toggled(m_stage);
}

void StageRow::keyPressEvent(QKeyEvent *event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        Q_EMIT toggled(m_stage);
    } else {
        QFrame::keyPressEvent(event);
    }
}

} // namespace lamp::app
