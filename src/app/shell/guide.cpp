// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/guide.h"

#include "app/parts/background.h"

#include <QFile>
#include <QImageReader>
#include <QListWidget>
#include <QRegularExpression>
#include <QScrollBar>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

constexpr int kWide = 520; // pixels: no wider than a column of text

QString fileOf(const QUrl &name)
{
    return QStringLiteral(":/guide/") + name.path();
}

/// Holds the place of pictures until they are there.
class GuideText : public QTextBrowser {
public:
    using QTextBrowser::QTextBrowser;
    QVariant loadResource(int type, const QUrl &name) override
    {
        if (type != QTextDocument::ImageResource) {
            return QTextBrowser::loadResource(type, name);
        }
        const QSize size = QImageReader(fileOf(name)).size();
        QImage place(size.scaled(kWide, size.height(), Qt::KeepAspectRatio), QImage::Format_RGB32);
        place.fill(palette().color(QPalette::Window));
        document()->addResource(type, name, place); // asked for once
        return place;
    }
};

} // namespace

Guide::Guide(QWidget *parent) : QDialog(parent, Qt::Window), m_text(new GuideText(this)), m_background(new Background(this))
{
    setWindowTitle(tr("Guide"));
    resize(860, 700);
    m_text->setAccessibleName(tr("Guide"));
    m_text->setOpenExternalLinks(false);
    QFile file(QStringLiteral(":/guide/user-guide.md"));
    const QString guide = file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
    m_text->setMarkdown(guide);
    m_text->document()->setDocumentMargin(14);
    loadPictures(guide);
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

void Guide::loadPictures(const QString &guide)
{
    // A dozen pictures of the whole window take longer than it may stand still.
    std::vector<QUrl> wanted;
    static const QRegularExpression picture(QStringLiteral("!\\[[^\\]]*\\]\\(([^)]+)\\)"));
    for (auto it = picture.globalMatch(guide); it.hasNext();) {
        wanted.emplace_back(it.next().captured(1));
    }
    m_background->start(
        {},
        [names = std::move(wanted)] {
            std::vector<std::pair<QUrl, QImage>> all;
            for (const QUrl &name : names) {
                const QImage whole(fileOf(name));
                all.emplace_back(name, whole.width() > kWide ? whole.scaledToWidth(kWide, Qt::SmoothTransformation) : whole);
            }
            return all;
        },
        [text = m_text](const std::vector<std::pair<QUrl, QImage>> &all) {
            for (const auto &[name, image] : all) {
                text->document()->addResource(QTextDocument::ImageResource, name, image);
            }
            text->viewport()->update();
        });
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
