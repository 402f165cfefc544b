// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/photographs.h"

#include "app/parts/background.h"
#include "app/parts/words.h"

#include <QBuffer>
#include <QColorSpace>
#include <QDropEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QImageReader>
#include <QLabel>
#include <QLineEdit>
#include <QMimeData>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

constexpr QSize kSmall{78, 56};
constexpr int kMostSmall = 3;
constexpr int kMostPixels = 1600; // wide or high: enough to read a label on a display's back

QStringList filesOf(const QMimeData *data)
{
    QStringList files;
    for (const QUrl &url : data->urls()) {
        const QString file = url.toLocalFile();
        if (!file.isEmpty() && QImageReader::supportedImageFormats().contains(QFileInfo(file).suffix().toLower().toLatin1())) {
            files << file;
        }
    }
    return files;
}

QImage scaledTo(const QByteArray &content, const QSize &size)
{
    const QImage whole = QImage::fromData(content);
    return whole.isNull() ? whole : whole.scaled(size, Qt::KeepAspectRatio, Qt::SmoothTransformation);
}

} // namespace

Result<QByteArray> pictureToKeep(const QString &file, int most, const char *format)
{
    QImageReader reader(file);
    reader.setAutoTransform(true);
    // A size that a file only claims is not believed: nothing is decoded that no camera makes.
    constexpr int kMostSide = 20000;
    const QSize claimed = reader.size();
    if (claimed.isValid() && std::max(claimed.width(), claimed.height()) > kMostSide) {
        return Error{ErrorKind::Input,
                     say("picture-unreadable", file.toStdString(), say("picture-too-many-pixels", kMostSide)),
                     say("nothing-changed"),
                     {},
                     "picture",
                     false};
    }
    if (claimed.isValid() && std::max(claimed.width(), claimed.height()) > most) {
        reader.setScaledSize(claimed.scaled(most, most, Qt::KeepAspectRatio));
    }
    QImage image = reader.read();
    if (image.isNull()) {
        return Error{ErrorKind::Input,
                     say("picture-unreadable", file.toStdString(), reader.errorString().toStdString()),
                     say("nothing-changed"),
                     {},
                     "picture",
                     false};
    }
    if (std::max(image.width(), image.height()) > most) {
        image = image.scaled(most, most, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    }
    if (image.colorSpace().isValid()) {
        image.convertToColorSpace(QColorSpace::SRgb);
    }
    // Drawn anew: what a camera wrote beside its pixels, where and by whom, does not go along.
    QImage plain(image.size(), image.hasAlphaChannel() ? QImage::Format_ARGB32 : QImage::Format_RGB32);
    plain.fill(Qt::transparent);
    QPainter(&plain).drawImage(0, 0, image);
    QByteArray content;
    QBuffer buffer(&content);
    buffer.open(QIODevice::WriteOnly);
    constexpr int kQuality = 88;
    plain.save(&buffer, format, kQuality);
    return content;
}

Photographs::Photographs(QWidget *parent)
    : QWidget(parent), m_background(new Background(this)), m_adding(new Background(this)), m_row(new QHBoxLayout(this)),
      m_add(new QPushButton(tr("Ph&otograph…"), this))
{
    setAcceptDrops(true);
    m_row->setContentsMargins(0, 0, 0, 0);
    m_row->setSpacing(6);
    for (int i = 0; i < kMostSmall; ++i) {
        auto *small = new QPushButton(this);
        small->setIconSize(kSmall);
        small->setFixedSize(kSmall + QSize(8, 8));
        small->hide();
        connect(small, &QPushButton::clicked, this, [this, i] { open(i); });
        m_small.push_back(small);
        m_row->addWidget(small);
    }
    m_add->setToolTip(tr("A photograph of the display, its place or its back; files can be dropped here as well."));
    m_row->addWidget(m_add, 0, Qt::AlignTop);
    connect(m_add, &QPushButton::clicked, this, [this] {
        add(QFileDialog::getOpenFileNames(this, tr("Photographs of the display"), {}, tr("Pictures (*.jpg *.jpeg *.png *.webp *.tif *.tiff)")));
    });
}

void Photographs::show(qint64 displayId, Store &store)
{
    m_store = &store;
    m_display = displayId;
    refill();
}

void Photographs::leave()
{
    m_store = nullptr;
    m_entries.clear();
    for (QPushButton *small : m_small) {
        small->hide();
    }
}

void Photographs::refill()
{
    m_entries = m_store->pictures().of(m_display);
    std::vector<QByteArray> contents;
    for (size_t i = 0; i < m_small.size(); ++i) {
        m_small[i]->setVisible(i < m_entries.size());
        m_small[i]->setIcon({});
        if (i < m_entries.size()) {
            const PhotographEntry &e = m_entries[i];
            const QString name = e.words.isEmpty() ? tr("Photograph of %1").arg(wordedDay(e.added)) : e.words;
            const size_t more = m_entries.size() - std::min(m_entries.size(), m_small.size());
            const bool last = i + 1 == m_small.size() && more > 0;
            m_small[i]->setAccessibleName(last ? tr("%1, and %2 more").arg(name).arg(more) : name);
            m_small[i]->setToolTip(m_small[i]->accessibleName());
            contents.push_back(m_store->pictures().content(e.id));
        }
    }
    m_background->start(
        {},
        [contents = std::move(contents)] {
            std::vector<QImage> small;
            for (const QByteArray &c : contents) {
                small.push_back(scaledTo(c, 2 * kSmall));
            }
            return small;
        },
        [this](std::vector<QImage> small) {
            for (size_t i = 0; i < small.size(); ++i) {
                QPixmap pixmap = QPixmap::fromImage(small[i]);
                pixmap.setDevicePixelRatio(2);
                m_small[i]->setIcon(QIcon(pixmap));
            }
        });
}

void Photographs::add(const QStringList &files)
{
    if (files.isEmpty() || m_store == nullptr) {
        return;
    }
    using Made = std::vector<Result<QByteArray>>;
    m_adding->carryOut(
        tr("Reading photographs…"),
        [files] {
            Made made;
            for (const QString &file : files) {
                made.push_back(pictureToKeep(file, kMostPixels, "JPG"));
            }
            return made;
        },
        [this, files, display = m_display, store = m_store](Made made) {
            if (store != m_store) {
                return; // the studio is another one by now
            }
            int kept = 0;
            std::optional<Error> problem;
            for (size_t i = 0; i < made.size(); ++i) {
                // The name of a file says what it shows, unless a camera gave it.
                const auto id = made[i] ? m_store->pictures().add(display, made[i].value(), {}, wallNow()) : Result<qint64>(made[i].error());
                kept += id ? 1 : 0;
                problem = id ? problem : std::optional(id.error());
            }
            if (display == m_display) {
                refill();
            }
            if (problem) {
                Q_EMIT failed(*problem);
            } else {
                Q_EMIT said(kept == 1 ? tr("The photograph is kept.") : tr("%1 photographs are kept.").arg(kept));
            }
        });
}

void Photographs::open(int index)
{
    if (m_store == nullptr || index < 0 || index >= count()) {
        return;
    }
    PhotographDialog dialog(*m_store, m_entries, index, this);
    dialog.exec();
    if (const qint64 away = dialog.toPutAway()) {
        const Status done = m_store->pictures().setRemoved(away, true, wallNow());
        if (done) {
            Q_EMIT putAway(away);
        } else {
            Q_EMIT failed(done.error());
        }
    }
    refill();
}

void Photographs::dragEnterEvent(QDragEnterEvent *event)
{
    if (!filesOf(event->mimeData()).isEmpty()) {
        event->acceptProposedAction();
    }
}

void Photographs::dropEvent(QDropEvent *event)
{
    add(filesOf(event->mimeData()));
    event->acceptProposedAction();
}

PhotographDialog::PhotographDialog(Store &store, std::vector<PhotographEntry> entries, int index, QWidget *parent)
    : QDialog(parent), m_store(store), m_entries(std::move(entries)), m_index(index), m_picture(new QLabel), m_when(new QLabel),
      m_words(new QLineEdit), m_back(new QPushButton(tr("&Back"))), m_next(new QPushButton(tr("&Next")))
{
    setWindowTitle(tr("Photographs"));
    auto *layout = new QVBoxLayout(this);
    m_picture->setFixedSize(880, 560);
    m_picture->setAlignment(Qt::AlignCenter);
    layout->addWidget(m_picture);
    m_words->setPlaceholderText(tr("What it shows"));
    m_words->setAccessibleName(tr("What it shows"));
    layout->addWidget(m_words);
    auto *buttons = new QHBoxLayout;
    auto *away = new QPushButton(tr("&Put away")), *close = new QPushButton(tr("&Close"));
    close->setDefault(true);
    buttons->addWidget(m_when, 1);
    for (QPushButton *b : {m_back, m_next, away, close}) {
        buttons->addWidget(b);
    }
    layout->addLayout(buttons);
    connect(m_back, &QPushButton::clicked, this, [this] { step(-1); });
    connect(m_next, &QPushButton::clicked, this, [this] { step(1); });
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    connect(away, &QPushButton::clicked, this, [this] {
        m_away = m_entries[size_t(m_index)].id;
        accept();
    });
    showOne();
}

void PhotographDialog::keepWords()
{
    PhotographEntry &e = m_entries[size_t(m_index)];
    if (m_words->text() != e.words && m_store.pictures().setWords(e.id, m_words->text())) {
        e.words = m_words->text();
    }
}

void PhotographDialog::done(int result)
{
    keepWords();
    QDialog::done(result);
}

void PhotographDialog::step(int by)
{
    keepWords();
    m_index = std::clamp(m_index + by, 0, int(m_entries.size()) - 1);
    showOne();
}

void PhotographDialog::showOne()
{
    const PhotographEntry &e = m_entries[size_t(m_index)];
    m_picture->setPixmap(QPixmap::fromImage(scaledTo(m_store.pictures().content(e.id), m_picture->size())));
    m_picture->setAccessibleName(e.words.isEmpty() ? tr("Photograph of %1").arg(wordedDay(e.added)) : e.words);
    m_words->setText(e.words);
    m_when->setText(tr("%1 of %2, of %3").arg(m_index + 1).arg(m_entries.size()).arg(wordedDay(e.added)));
    m_back->setEnabled(m_index > 0);
    m_next->setEnabled(m_index + 1 < int(m_entries.size()));
}

} // namespace lamp::app
