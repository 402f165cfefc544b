// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/edit_display.h"
#include "app/parts/on_screen.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>

#include <algorithm>
#include <tuple>

namespace lamp::app {

namespace {

QString roomOf(const std::vector<Room> &rooms, qint64 id)
{
    const auto it = std::find_if(rooms.begin(), rooms.end(), [&](const Room &r) { return r.id == id; });
    return it == rooms.end() ? QString() : it->name;
}

auto fields(const DisplayEntry &d)
{
    return std::tie(d.name, d.model, d.serial, d.technology, d.roomId, d.cadenceDays, d.note, d.bits, d.role, d.critical, d.retired);
}

QSpinBox *count(int least, int most, int value)
{
    auto *box = new QSpinBox;
    box->setRange(std::min(least, value), std::max(most, value)); // what is there is not bent to what is usual
    box->setValue(value);
    return box;
}

} // namespace

void offerPanels(QComboBox *list, const QString &chosen)
{
    for (const char *t : {"unknown", "wled", "wled-wide", "qd", "rgb-led", "ccfl", "woled", "qd-oled", "projector"}) {
        list->addItem(QString::fromLatin1(t));
    }
    if (!chosen.isEmpty() && list->findText(chosen) < 0) {
        list->addItem(chosen);
    }
    if (!chosen.isEmpty()) {
        list->setCurrentText(chosen);
    }
}

EditDisplay::EditDisplay(const DisplayEntry &d, Store &store, QWidget *parent)
    : QDialog(parent), m_before(d), m_name(new QLineEdit(d.name)), m_model(new QLineEdit(d.model)), m_serial(new QLineEdit(d.serial)),
      m_role(new QLineEdit(d.role)), m_room(new QComboBox), m_technology(new QComboBox), m_bits(count(0, 16, d.bits)),
      m_cadence(count(1, 3650, d.cadenceDays)), m_critical(count(0, 3, d.critical)), m_note(new QPlainTextEdit(d.note)),
      m_retired(new QCheckBox(tr("Out of &use: its history stays")))
{
    setWindowTitle(tr("Edit %1").arg(d.name));
    auto *form = new QFormLayout(this);
    form->addRow(tr("&Name"), m_name);
    const std::vector<Room> rooms = store.studio().rooms();
    m_room->setEditable(true);
    for (const Room &r : rooms) {
        m_room->addItem(r.name);
    }
    m_room->setCurrentText(roomOf(rooms, d.roomId));
    form->addRow(tr("&Room"), m_room);
    form->addRow(tr("&Make and model"), m_model);
    form->addRow(tr("&Serial number"), m_serial);
    offerPanels(m_technology, d.technology);
    form->addRow(tr("&Panel"), m_technology);
    m_bits->setSpecialValueText(tr("not known"));
    form->addRow(tr("&Bits a channel"), m_bits);
    form->addRow(tr("Used &for"), m_role);
    m_critical->setSpecialValueText(tr("0: little"));
    form->addRow(tr("&How much depends on it"), m_critical);
    m_cadence->setSuffix(tr(" days"));
    form->addRow(tr("&Visited every"), m_cadence);
    m_note->setTabChangesFocus(true);
    m_note->setFixedHeight(64);
    form->addRow(tr("N&ote"), m_note);
    m_retired->setChecked(d.retired.has_value());
    form->addRow(QString(), m_retired);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    form->addRow(buttons);
    const auto complete = [this, ok = buttons->button(QDialogButtonBox::Ok)] {
        ok->setEnabled(!m_name->text().trimmed().isEmpty() && !m_room->currentText().trimmed().isEmpty());
    };
    connect(m_name, &QLineEdit::textChanged, this, complete);
    connect(m_room, &QComboBox::currentTextChanged, this, complete);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    complete();
    keepOnScreen(*this, buttons);
}

EditDisplay::Edited EditDisplay::edited() const
{
    Edited e{m_before, m_room->currentText().trimmed(), m_retired->isChecked()};
    e.display.name = m_name->text().trimmed();
    e.display.model = m_model->text().trimmed();
    e.display.serial = m_serial->text().trimmed();
    e.display.technology = m_technology->currentText();
    e.display.bits = m_bits->value();
    e.display.role = m_role->text().trimmed();
    e.display.critical = m_critical->value();
    e.display.cadenceDays = m_cadence->value();
    e.display.note = m_note->toPlainText().trimmed();
    return e;
}

Status keepEdited(Store &store, const DisplayEntry &before, const EditDisplay::Edited &edited, WallTime now)
{
    return store.act([&]() -> Status {
        const auto current = store.studio().display(before.id);
        if (!current || fields(*current) != fields(before)) {
            return Error{ErrorKind::Input,
                         say("card-changed-meanwhile", before.name.toStdString()),
                         say("nothing-changed"),
                         say("look-and-edit-again"),
                         "changed",
                         false};
        }
        DisplayEntry d = edited.display;
        const std::vector<Room> rooms = store.studio().rooms();
        const auto room = std::find_if(rooms.begin(), rooms.end(), [&](const Room &r) { return r.name == edited.room; });
        if (room == rooms.end()) {
            const auto made = store.studio().addRoom(edited.room);
            if (!made) {
                return made.error();
            }
            d.roomId = *made;
        } else {
            d.roomId = room->id;
        }
        Status done = store.studio().change(d, now);
        if (done && edited.retired != before.retired.has_value()) {
            done = store.studio().setRetired(d.id, edited.retired, now);
        }
        return done;
    });
}

} // namespace lamp::app
