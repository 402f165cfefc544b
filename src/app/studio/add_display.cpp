// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/add_display.h"

#include "app/parts/on_screen.h"
#include "app/studio/edit_display.h"
#include "app/visit/bench_consent.h"
#include "simlab/sim_bench.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QGuiApplication>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScreen>

namespace lamp::app {

AddDisplay::AddDisplay(Store &store, QWidget *parent)
    : QDialog(parent), m_store(store), m_name(new QLineEdit), m_bench(new QLineEdit), m_room(new QComboBox), m_kind(new QComboBox),
      m_technology(new QComboBox), m_screen(new QComboBox)
{
    setWindowTitle(tr("Add a display"));
    auto *form = new QFormLayout(this);
    form->addRow(tr("&Name"), m_name);
    m_room->setEditable(true);
    for (const Room &r : store.studio().rooms()) {
        m_room->addItem(r.name);
    }
    form->addRow(tr("&Room"), m_room);
    m_kind->addItem(tr("Bench command"), QString());
    for (const std::string &name : sim::displayNames()) {
        m_kind->addItem(tr("Simulated: %1").arg(QString::fromStdString(name)), QStringLiteral("sim:") + QString::fromStdString(name));
    }
    form->addRow(tr("Reached &through"), m_kind);
    form->addRow(tr("&Command"), m_bench);
    offerPanels(m_technology, {});
    form->addRow(tr("&Panel"), m_technology);
    m_screen->addItem(tr("The one with this window"), QString());
    for (const QScreen *s : QGuiApplication::screens()) {
        m_screen->addItem(tr("%1: %2").arg(s->name(), (s->manufacturer() + ' ' + s->model()).trimmed()), s->name());
    }
    form->addRow(tr("&Screen"), m_screen);
    auto *note = new QLabel(tr("A bench command that offers only an instrument is paired with that screen of this computer."));
    note->setWordWrap(true);
    note->setMinimumSize(note->sizeHint()); // a small screen must not cut it
    form->addRow(note);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    form->addRow(buttons);
    QPushButton *ok = buttons->button(QDialogButtonBox::Ok);
    const auto complete = [this, ok] {
        const bool simulated = !m_kind->currentData().toString().isEmpty();
        m_bench->setEnabled(!simulated);
        m_technology->setEnabled(!simulated);
        m_screen->setEnabled(!simulated);
        ok->setEnabled(!m_name->text().trimmed().isEmpty() && !m_room->currentText().trimmed().isEmpty()
                       && (simulated || !m_bench->text().trimmed().isEmpty()));
    };
    connect(m_name, &QLineEdit::textChanged, this, complete);
    connect(m_bench, &QLineEdit::textChanged, this, complete);
    connect(m_room, &QComboBox::currentTextChanged, this, complete);
    connect(m_kind, &QComboBox::currentIndexChanged, this, complete);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    complete();
    keepOnScreen(*this, buttons);
}

void AddDisplay::takeThisScreen()
{
    const QScreen *screen = parentWidget() != nullptr ? parentWidget()->screen() : QGuiApplication::primaryScreen();
    if (screen != nullptr) {
        const QString model = (screen->manufacturer() + QLatin1Char(' ') + screen->model()).trimmed();
        m_name->setText(model.isEmpty() ? screen->name() : model);
        m_screen->setCurrentIndex(std::max(0, m_screen->findData(screen->name())));
    }
    if (m_room->currentText().isEmpty()) {
        m_room->setCurrentText(tr("Here"));
    }
    m_kind->setCurrentIndex(0);
    m_bench->setFocus();
}

Result<qint64> AddDisplay::add()
{
    const QString roomName = m_room->currentText().trimmed();
    qint64 roomId = 0;
    for (const Room &r : m_store.studio().rooms()) {
        if (r.name == roomName) {
            roomId = r.id;
        }
    }
    if (roomId == 0) {
        const auto made = m_store.studio().addRoom(roomName);
        if (!made) {
            return made.error();
        }
        roomId = *made;
    }
    DisplayEntry d;
    d.roomId = roomId;
    d.name = m_name->text().trimmed();
    d.bench = m_kind->currentData().toString();
    d.technology = m_technology->currentText();
    d.model = d.name;
    if (d.bench.isEmpty()) {
        d.bench = m_bench->text().trimmed();
        BenchConsent::give(d.bench); // whoever typed the line has agreed to it
        d.screen = m_screen->currentData().toString();
        // What the screen says of itself (its EDID): model and serial tell it from its like.
        for (const QScreen *s : QGuiApplication::screens()) {
            if (s->name() == d.screen && !s->model().isEmpty()) {
                d.model = (s->manufacturer() + QLatin1Char(' ') + s->model()).trimmed();
                d.serial = s->serialNumber();
                d.bits = s->depth() >= 30 ? 10 : 8;
            }
        }
    } else if (const auto bench = sim::makeBench(d.bench.mid(4).toStdString(), 1)) {
        const DisplayInfo info = bench.value()->view().display;
        d.model = QString::fromStdString(info.model);
        d.serial = QString::fromStdString(info.serial);
        d.technology = QString::fromStdString(info.technology);
    }
    return m_store.studio().add(d, std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()));
}

} // namespace lamp::app
