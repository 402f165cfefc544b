// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/move_studio.h"

#include "app/parts/background.h"
#include "app/parts/words.h"
#include "desktop/keyring.h"
#include "store/passwords.h"
#include "store/roles.h"

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
    : QDialog(parent), m_path(std::move(path)), m_background(new Background(this)), m_place(new QLineEdit), m_password(new QLineEdit),
      m_said(wrapped({})), m_progress(new QProgressBar), m_look(new QPushButton(tr("&Look there"))),
      m_copy(new QPushButton(tr("&Copy the studio there"))), m_use(new QPushButton(tr("&Use that one from now on")))
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
    auto *secret = new QHBoxLayout;
    auto *secretLabel = new QLabel(tr("Pass&word"));
    secretLabel->setBuddy(m_password);
    m_password->setEchoMode(QLineEdit::Password);
    m_password->setPlaceholderText(tr("as in the keyring or in ~/.pgpass, or none"));
    secret->addWidget(secretLabel);
    secret->addWidget(m_password, 1);
    column->addLayout(secret);
    column->addWidget(
        wrapped(tr("A file, or a database of a PostgreSQL server that several workstations share. One database can hold several studios: "
                   "add studio=NAME behind the question mark. The desktop's keyring keeps the password, or ~/.pgpass, which only you "
                   "can read; the program's files never do.")));
    if (store::isServer(m_path)) {
        m_place->setText(store::withoutPassword(m_path));
    }
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
    connect(m_password, &QLineEdit::textChanged, this, [this] {
        m_found.reset(); // who asks is another
        changed();
    });
    for (QLineEdit *line : {m_place, m_password}) {
        connect(line, &QLineEdit::returnPressed, this, &MoveStudio::look);
    }
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
    m_password->setEnabled(store::isServer(place) && !m_background->busy());
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
    Found found;
    auto opened = Store::look(where);
    if (!opened && opened.error().code != "empty") {
        return opened.error();
    }
    if (const auto studios = store::isServer(where) ? store::studiosOn(where) : Result<std::vector<store::ServerStudio>>(Error{})) {
        for (const store::ServerStudio &s : *studios) {
            if (!s.name.isEmpty() && !where.contains(QStringLiteral("studio=") + s.name)) {
                found.others << QStringLiteral("studio=") + s.name;
            }
        }
    }
    if (!opened) {
        return found;
    }
    found.displays = opened.value()->studio().count();
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
    if (place == m_path && m_password->text().isEmpty()) {
        tell(tr("That is where it is."));
        return;
    }
    if (store::withoutPassword(place) != place) {
        tell(tr("Leave the password out of the place: it has a line of its own."));
        return;
    }
    const QString password = m_password->text();
    if (password.isEmpty()) {
        store::takePassword(place, keptPassword);
    }
    m_looked = place;
    m_background->start(
        {}, [asked = password.isEmpty() ? place : store::withPassword(place, password)] { return find(asked); },
        [this, place, password](const Result<Found> &found) {
            if (!found) {
                tell(found.error());
                return;
            }
            if (!password.isEmpty()) { // it was right: what is open there now may need it as well
                store::tellPassword(store::serverLogin(place), password);
            }
            m_found = *found;
            QString said =
                m_found->displays == 0 ? tr("Nothing is there yet.") : tr("A studio of %n display(s) is there.", nullptr, m_found->displays);
            if (!m_found->others.isEmpty()) {
                said += ' ' + tr("The database holds these as well: %1.").arg(m_found->others.join(QStringLiteral(", ")));
            }
            tell(said);
        });
    m_said->setText(tr("Looking…"));
    changed();
}

void MoveStudio::accept()
{
    if (!m_password->text().isEmpty()) {
        const Status kept = keepPassword(store::serverLogin(m_looked), m_password->text());
        m_passwordProblem = kept ? std::nullopt : std::optional(kept.error());
    }
    QDialog::accept();
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
            m_found = Found{1, 1, {}};
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
