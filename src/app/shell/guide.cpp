// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/guide.h"

#include <QFile>
#include <QListWidget>
#include <QScrollBar>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

/// Shows pictures of the window no wider than a column of text.
class GuideText : public QTextBrowser {
public:
    using QTextBrowser::QTextBrowser;
    QVariant loadResource(int type, const QUrl &name) override
    {
        if (type != QTextDocument::ImageResource) {
            return QTextBrowser::loadResource(type, name);
        }
        constexpr int kWide = 560;
        const QImage image(QStringLiteral(":/guide/") + name.path());
        return image.width() > kWide ? image.scaledToWidth(kWide, Qt::SmoothTransformation) : image;
    }
};

} // namespace

Guide::Guide(QWidget *parent) : QDialog(parent, Qt::Window), m_text(new GuideText(this))
{
    setWindowTitle(tr("Guide"));
    resize(860, 700);
    m_text->setAccessibleName(tr("Guide"));
    m_text->setOpenExternalLinks(false);
    QFile file(QStringLiteral(":/guide/user-guide.md"));
    if (file.open(QIODevice::ReadOnly)) {
        m_text->setMarkdown(QString::fromUtf8(file.readAll()));
    }
    m_text->document()->setDocumentMargin(14);
    auto *list = new QListWidget(this);
    list->setAccessibleName(tr("Headings"));
    list->addItems(headings());
    list->setMinimumWidth(230);
    connect(list, &QListWidget::currentTextChanged, this, &Guide::showAt);
    auto *panes = new QSplitter(this);
    panes->addWidget(list);
    panes->addWidget(m_text);
    panes->setStretchFactor(1, 1);
    panes->setChildrenCollapsible(false);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(panes);
}

QStringList Guide::headings() const
{
    QStringList all;
    for (QTextBlock b = m_text->document()->begin(); b.isValid(); b = b.next()) {
        if (b.blockFormat().headingLevel() > 0) {
            all << b.text();
        }
    }
    return all;
}

bool Guide::showAt(const QString &heading)
{
    show();
    raise();
    for (QTextBlock b = m_text->document()->begin(); b.isValid(); b = b.next()) {
        if (b.blockFormat().headingLevel() > 0 && b.text() == heading) {
            m_text->setTextCursor(QTextCursor(b));
            m_text->ensureCursorVisible(); // lays it out as far as that
            m_text->verticalScrollBar()->setValue(m_text->verticalScrollBar()->value() + m_text->cursorRect().top() - 12);
            return true;
        }
    }
    m_text->verticalScrollBar()->setValue(0);
    return false;
}

QString Guide::current() const
{
    const QTextBlock at = m_text->cursorForPosition({20, 20}).block();
    for (QTextBlock b = at; b.isValid(); b = b.previous()) {
        if (b.blockFormat().headingLevel() > 0) {
            return b.text();
        }
    }
    return {};
}

} // namespace lamp::app
