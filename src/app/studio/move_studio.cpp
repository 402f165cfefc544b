// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/move_studio.h"

#include "app/parts/background.h"
#include "app/parts/words.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

QLabel *wrapped(const QString &text)
{
    auto *label = new QLabel(text);
    label->setWordWrap(true);
    return label;
}

} // namespace

MoveStudio::MoveStudio(QString path, QWidget *parent)
    : QDialog(parent), m_path(std::move(path)), m_background(new Background(this)), m_place(new QLineEdit), m_said(wrapped({})),
      m_progress(new QProgressBar), m_look(new QPushButton(tr("&Look there"))), m_copy(new QPushButton(tr("&Copy the studio there"))),
      m_use(new QPushButton(tr("&Use that one from now on")))
{
    setWindowTitle(tr("Where the studio is kept"));
    setMinimumWidth(720);
    auto *column = new QVBoxLayout(this);
    column->addWidget(wrapped(tr("It is kept at %1").arg(store::withoutPassword(m_path))));
    auto *row = new QHBoxLayout;
    auto *label = new QLabel(tr("Another &place"));
    label->setBuddy(m_place);
    m_place->setPlaceholderText(QStringLiteral("postgresql://user@server/database?sslmode=verify-full"));
    auto *file = new QPushButton(tr("A &file…"));
    row->addWidget(label);
    row->addWidget(m_place, 1);
    row->addWidget(file);
    row->addWidget(m_look);
    column->addLayout(row);
    column->addWidget(wrapped(tr("A file, or a database of a PostgreSQL server that several workstations share. The password stands in "
                                 "~/.pgpass, which only you can read; the program never keeps it.")));
    column->addWidget(m_said);
    m_progress->setTextVisible(false);
    m_progress->hide();
    column->addWidget(m_progress);
    column->addStretch();
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    buttons->addButton(m_copy, QDialogButtonBox::ActionRole);
    buttons->addButton(m_use, QDialogButtonBox::AcceptRole);
    column->addWidget(buttons);
    connect(file, &QPushButton::clicked, this, [this] {
        const QString chosen = QFileDialog::getSaveFileName(this, tr("A file for the studio"), QFileInfo(m_path).absolutePath(),
                                                            tr("Studio (*.sqlite)"), nullptr, QFileDialog::DontConfirmOverwrite);
        if (!chosen.isEmpty()) {
            m_place->setText(chosen);
            look();
        }
    });
    connect(m_place, &QLineEdit::textChanged, this, &MoveStudio::changed);
    connect(m_place, &QLineEdit::returnPressed, this, &MoveStudio::look);
    connect(m_look, &QPushButton::clicked, this, &MoveStudio::look);
    connect(m_copy, &QPushButton::clicked, this, &MoveStudio::copy);
    connect(m_use, &QPushButton::clicked, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_background, &Background::failed, this, [this](const QString &why) { tell(why); });
    m_look->setDefault(true);
    changed();
}

MoveStudio::~MoveStudio()
{
    m_background->cancel();
}

QString MoveStudio::chosen() const
{
    return m_looked;
}

void MoveStudio::changed()
{
    const QString place = m_place->text().trimmed();
    const bool looked = !place.isEmpty() && place == m_looked && m_found && !m_background->busy(), empty = looked && m_found->displays == 0;
    m_look->setEnabled(!place.isEmpty() && !m_background->busy());
    m_copy->setEnabled(empty && m_found->visits == 0);
    m_use->setEnabled(looked);
    m_place->setEnabled(!m_background->busy());
}

void MoveStudio::tell(const QString &what)
{
    m_said->setText(what);
    m_progress->hide();
    changed();
}

void MoveStudio::tell(const Error &error)
{
    tell(text(error));
}

Result<MoveStudio::Found> MoveStudio::find(const QString &where)
{
    if (!store::isServer(where) && !QFileInfo::exists(where)) {
        return Found{}; // looking makes no file
    }
    auto opened = Store::look(where);
    if (!opened) {
        return opened.error().code == "empty" ? Result<Found>(Found{}) : opened.error();
    }
    Found found{opened.value()->studio().count(), 0};
    for (const DisplayStatus &d : opened.value()->board().displays()) {
        found.visits += d.upkeep.lastVisit ? 1 : 0;
    }
    const auto problem = opened.value()->takeProblem();
    return problem ? Result<Found>(*problem) : Result<Found>(found);
}

void MoveStudio::look()
{
    const QString place = m_place->text().trimmed();
    if (place.isEmpty() || m_background->busy()) {
        return;
    }
    m_found.reset();
    if (place == m_path) {
        tell(tr("That is where it is."));
        return;
    }
    if (store::withoutPassword(place) != place) {
        tell(tr("Leave the password out: it stands in ~/.pgpass, or the server asks for none."));
        return;
    }
    m_looked = place;
    m_background->start(
        {}, [place] { return find(place); },
        [this](const Result<Found> &found) {
            if (!found) {
                tell(found.error());
                return;
            }
            m_found = *found;
            tell(m_found->displays == 0 ? tr("Nothing is there yet.") : tr("A studio of %n display(s) is there.", nullptr, m_found->displays));
        });
    m_said->setText(tr("Looking…"));
    changed();
}

void MoveStudio::copy()
{
    m_background->carryOut(
        {},
        [from = m_path, into = m_looked, this](const std::stop_token &stop) {
            auto opened = Store::open(from);
            if (!opened) {
                return store::Transfer{opened.error(), 0};
            }
            const auto progress = [this](qint64 rows, qint64 all) {
                QMetaObject::invokeMethod(m_progress,
                                          [bar = m_progress, part = int(1000 * rows / std::max<qint64>(1, all))] { bar->setValue(part); });
            };
            return store::copyStudio(*opened.value(), into, store::Others::Wait, progress, stop);
        },
        [this](const store::Transfer &moved) {
            if (!moved.status) {
                tell(moved.status.error());
                return;
            }
            m_found = Found{1, 1};
            tell(tr("All %1 rows are there, and every value is the same. The studio here is left as it is; what is written into one from now on does "
                    "not arrive in the other.")
                     .arg(moved.rows));
        });
    m_progress->setRange(0, 1000);
    m_progress->setValue(0);
    m_progress->show();
    m_said->setText(tr("Copying and comparing…"));
    changed();
}

} // namespace lamp::app
