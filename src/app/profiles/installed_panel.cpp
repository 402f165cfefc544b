// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/profiles/installed_panel.h"
#include "app/parts/words.h"
#include "desktop/colour_manager.h"

#include <QComboBox>
#include <QCoreApplication>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStandardPaths>
#include <QThreadPool>
#include <QTimer>
#include <QVBoxLayout>

#include <algorithm>

namespace lamp::app {

namespace {

constexpr int kLookEveryMs = 4000;

/// The command line program: beside this one, or where programs are.
std::string commandLine()
{
    const QString name = QStringLiteral("dutiful-lamp-cli"), here = QCoreApplication::applicationDirPath();
    const QString near = QStandardPaths::findExecutable(name, {here, here + QStringLiteral("/..")});
    return (near.isEmpty() ? QStandardPaths::findExecutable(name) : QFileInfo(near).canonicalFilePath()).toStdString();
}

} // namespace

InstalledPanel::InstalledPanel(QWidget *parent)
    : QFrame(parent), m_installation(DesktopFolders::ofUser()), m_choice(new QComboBox), m_state(new QLabel), m_apply(new QPushButton(tr("A&pply"))),
      m_clear(new QPushButton(tr("Re&move"))), m_next(new QPushButton(tr("&Next profile (F9)"))), m_look(new QPushButton(tr("Before/&after (F8)"))),
      m_login(new QPushButton(tr("Apply at &login"))), m_timer(new QTimer(this))
{
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    auto *state = new QHBoxLayout;
    auto *name = new QLabel(tr("Output"));
    state->addWidget(name);
    state->addWidget(m_choice);
    m_choice->setAccessibleName(tr("Output of this computer"));
    m_state->setWordWrap(true);
    state->addWidget(m_state, 1);
    layout->addLayout(state);
    auto *row = new QHBoxLayout;
    for (QPushButton *b : {m_apply, m_clear, m_next, m_look, m_login}) {
        row->addWidget(b);
    }
    m_login->setCheckable(true);
    row->addStretch(1);
    layout->addLayout(row);
    connect(m_apply, &QPushButton::clicked, this, [this] {
        if (const XOutput *o = output()) {
            told(m_installation.apply(*m_screen, *o));
        }
    });
    connect(m_clear, &QPushButton::clicked, this, [this] {
        if (const XOutput *o = output()) {
            m_good.erase(o->name); // wanted so
            told(Installation::clear(*m_screen, *o));
        }
    });
    connect(m_next, &QPushButton::clicked, this, &InstalledPanel::next);
    connect(m_look, &QPushButton::clicked, this, &InstalledPanel::lookBothWays);
    connect(m_login, &QPushButton::clicked, this, [this](bool on) { told(m_installation.atLogin(on, commandLine())); });
    connect(m_choice, &QComboBox::currentIndexChanged, this, &InstalledPanel::look);
    connect(m_timer, &QTimer::timeout, this, [this] {
        // Whatever the window shows: a profile that is pushed out of use is told at once.
        if (m_watching && !m_both && window()->isVisible()) {
            readAgain();
            look();
            for (const XOutput &o : m_outputs) {
                if (&o != output()) {
                    (void)watched(o);
                }
            }
        }
    });
    m_timer->start(kLookEveryMs);
    connectScreen();
}

void InstalledPanel::connectScreen()
{
    QString why = waylandHere();
    if (why.isEmpty()) {
        auto screen = XScreen::open();
        if (screen) {
            m_screen = std::move(screen).value();
            if (const Status s = m_installation.load(); !s) {
                why = text(s.error());
            }
        } else {
            why = tr("There is no X server here, so no profile can be applied.");
        }
    }
    m_state->setText(why);
    readAgain();
    m_login->setChecked(m_installation.startsAtLogin());
    if (!m_outputs.empty()) {
        look();
    }
}

void InstalledPanel::readAgain()
{
    if (m_screen) {
        (void)m_installation.load(); // damage was told when it was read first, and is set aside
        auto outputs = m_screen->outputs();
        const auto same = [](const XOutput &p, const XOutput &q) { return p.name == q.name && p.monitor == q.monitor; };
        if (outputs && !std::equal(m_outputs.begin(), m_outputs.end(), outputs->begin(), outputs->end(), same)) {
            const QString chosen = output() != nullptr ? text(output()->name) : QString();
            m_outputs = std::move(outputs).value();
            const QSignalBlocker blocker(m_choice);
            m_choice->clear();
            for (const XOutput &o : m_outputs) {
                m_choice->addItem(text(o.name + (o.monitor.empty() ? "" : " (" + o.monitor + ")")));
            }
            choose(chosen);
        } else if (outputs) {
            m_outputs = std::move(outputs).value(); // sizes and ramps may have changed
        }
    }
    for (QWidget *w : std::initializer_list<QWidget *>{m_choice, m_clear, m_login}) {
        w->setEnabled(!m_outputs.empty());
    }
    if (m_outputs.empty()) {
        for (QWidget *w : std::initializer_list<QWidget *>{m_apply, m_next, m_look}) {
            w->setEnabled(false);
        }
    }
}

const XOutput *InstalledPanel::output() const
{
    const int i = m_choice->currentIndex();
    return i >= 0 && size_t(i) < m_outputs.size() ? &m_outputs[size_t(i)] : nullptr;
}

std::optional<OutputState> InstalledPanel::look()
{
    const XOutput *o = output();
    if (o == nullptr) {
        return std::nullopt;
    }
    const auto state = watched(*o);
    if (!state) {
        m_state->setText(text(state.error()));
        return std::nullopt;
    }
    m_state->setText(worded(state->sentences).join(' '));
    m_apply->setEnabled(!state->installed.empty());
    m_next->setEnabled(!state->installed.empty());
    m_look->setEnabled(!state->installed.empty());
    return state.value();
}

Result<OutputState> InstalledPanel::watched(const XOutput &output)
{
    auto state = m_installation.state(*m_screen, output);
    if (!state) {
        return state;
    }
    const bool good = !state->installed.empty() && state->good();
    const bool was = good ? !m_good.insert(output.name).second : m_good.erase(output.name) > 0;
    if (was && !good) {
        Q_EMIT disturbed(text(output.name) + ": " + worded(state->sentences).join(' '));
    }
    return state;
}

void InstalledPanel::choose(const QString &name)
{
    for (size_t i = 0; i < m_outputs.size(); ++i) {
        if (!name.isEmpty() && text(m_outputs[i].name) == name) {
            m_choice->setCurrentIndex(int(i));
        }
    }
}

void InstalledPanel::told(const Status &status)
{
    if (!status) {
        m_state->setText(text(status.error()));
        return;
    }
    look();
}

Status InstalledPanel::install(const Bytes &profile, const QString &outputName)
{
    choose(outputName);
    const XOutput *o = output();
    if (o == nullptr) {
        // Wayland, or no desktop at all: the copy is what can be done.
        const auto kept = m_installation.keepCopy(profile);
        return kept ? Error{ErrorKind::Input, verbatim(m_state->text().toStdString()), say("profile-kept-as", kept->string()), {}, "output", false}
                    : kept.error();
    }
    if (const Status s = m_installation.install(*o, profile); !s) {
        return s;
    }
    const Status applied = m_installation.apply(*m_screen, *o);
    tellDesktop(*o);
    look();
    return applied;
}

void InstalledPanel::tellDesktop(const XOutput &output) const
{
    const Assignment *a = m_installation.assignment(output);
    if (a == nullptr) {
        return;
    }
    // The bus may take its time; the window does not wait for it.
    QThreadPool::globalInstance()->start([name = output.name, file = a->profiles[a->active].file] {
        if (ColourManager::present()) {
            (void)ColourManager::makeDefault(name, file).ok();
        }
    });
}

void InstalledPanel::next()
{
    const XOutput *o = output();
    if (o == nullptr) {
        return;
    }
    m_good.erase(o->name);
    const auto name = m_installation.next(*o);
    told(name ? m_installation.apply(*m_screen, *o) : Status(name.error()));
    tellDesktop(*o);
}

void InstalledPanel::lookBothWays()
{
    const XOutput *o = output();
    const Assignment *a = o != nullptr ? m_installation.assignment(*o) : nullptr;
    if (a == nullptr || m_both) {
        return;
    }
    const auto profile = readBytes(a->profiles[a->active].file);
    auto opened = profile ? LookScreen::open(*m_screen, *o, profile.value(), commandLine()) : Result<std::unique_ptr<LookScreen>>(profile.error());
    if (!opened) {
        told(opened.error());
        return;
    }
    m_both = std::move(opened).value();
    connect(m_both.get(), &LookScreen::closed, this, [this](const QString &problem) {
        // It is closing now; it goes once its own event is through.
        m_both.release()->deleteLater();
        look();
        if (!problem.isEmpty()) {
            m_state->setText(problem);
        }
    });
    m_both->showFullScreen();
}

QString InstalledPanel::words() const
{
    return m_state->text();
}

} // namespace lamp::app
