// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/target_desk.h"

#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/studio/open_studio.h"
#include "app/visit/target_form.h"
#include "base/file.h"
#include "base/json.h"

#include <QFileDialog>

namespace lamp::app {

TargetDesk::TargetDesk(OpenStudio &studio, Banner &banner, QObject *parent) : QObject(parent), m_studio(studio), m_banner(banner) {}

void TargetDesk::serve(TargetForm &form, qint64 displayId)
{
    m_form = &form;
    form.setKeeping(m_studio.store() != nullptr);
    connect(&form, &TargetForm::keepWanted, this, &TargetDesk::keep);
    connect(&form, &TargetForm::takeOffWanted, this, &TargetDesk::takeOff);
    connect(&form, &TargetForm::importWanted, this, [this] {
        const QString file = QFileDialog::getOpenFileName(m_form, tr("A target"), {}, tr("Targets (*.json)"));
        if (!file.isEmpty()) {
            bringIn(file);
        }
    });
    connect(&form, &TargetForm::exportWanted, this, [this](const Target &target) {
        const QString name = text(target.name.empty() ? std::string("target") : target.name);
        const QString file = QFileDialog::getSaveFileName(m_form, tr("Export the target"), name + QStringLiteral(".json"), tr("Targets (*.json)"));
        if (!file.isEmpty()) {
            writeOut(target, file);
        }
    });
    if (m_studio.store() == nullptr) {
        return;
    }
    form.setReferences(referencesFor(displayId));
    for (const VisitEntry &v : m_studio.store()->visits().of(displayId, {0, 8})) { // a newer one without a profile says less
        auto record = v.state == VisitState::Finished ? m_studio.store()->visits().record(v.id) : Result<VisitRecord>(Error{});
        if (!record || record->profile.empty()) {
            continue;
        }
        m_background.start(
            tr("What this display can do…"),
            [r = std::make_shared<VisitRecord>(std::move(record).value())]() -> std::shared_ptr<const VisitedDisplay> {
                auto display = VisitedDisplay::of(visitFacts(*r));
                return display ? std::make_shared<const VisitedDisplay>(std::move(display).value()) : nullptr;
            },
            [form = m_form](std::shared_ptr<const VisitedDisplay> display) {
                if (form) {
                    form->setDisplay(std::move(display));
                }
            });
        break;
    }
}

std::vector<TargetForm::Reference> TargetDesk::referencesFor(qint64 displayId) const
{
    // Those that stand beside it: what is matched is looked at together.
    constexpr int kMost = 60, kVisits = 6;
    std::vector<TargetForm::Reference> all;
    store::Studio &studio = m_studio.store()->studio();
    const auto own = studio.display(displayId);
    for (const DisplayEntry &d : own ? studio.displaysIn(own->roomId, {0, kMost}) : std::vector<DisplayEntry>()) {
        if (d.id == displayId) {
            continue;
        }
        for (const VisitEntry &v : m_studio.store()->visits().of(d.id, {0, kVisits})) {
            const VisitFigures &f = v.figures;
            if (v.state == VisitState::Finished && f.whiteX.value && f.whiteY.value && f.luminance.value) {
                all.push_back({d.name, {*f.whiteX.value, *f.whiteY.value}, *f.luminance.value});
                break;
            }
        }
    }
    return all;
}

void TargetDesk::offer(const QString &chosen)
{
    if (m_form) {
        m_form->setOffered(m_studio.store()->aims().targets(), chosen);
    }
}

void TargetDesk::keep(const Target &target, const QString &before)
{
    store::Aims &aims = m_studio.store()->aims();
    const auto all = aims.targets();
    const bool taken = std::any_of(all.begin(), all.end(), [&](const Target &t) { return t.name == target.name; });
    if (taken && !builtInTarget(target.name)) {
        m_banner.say(
            tr("There is a target called “%1”. It is replaced only when you say so.").arg(shippedText(target.name)), tr("Replace"),
            [this, target] {
                if (m_banner.did(m_studio.store()->aims().keep(target))) {
                    offer(text(target.name));
                }
            },
            tr("Leave it"));
        return;
    }
    if (!m_banner.did(aims.keep(target))) {
        return;
    }
    if (!before.isEmpty() && before != text(target.name)) {
        (void)m_banner.did(aims.takeOff(before.toStdString()));
    }
    offer(text(target.name));
}

void TargetDesk::takeOff(const QString &name)
{
    const Target target = m_studio.store()->aims().target(name.toStdString());
    if (!m_banner.did(m_studio.store()->aims().takeOff(name.toStdString()))) {
        return;
    }
    offer({});
    m_banner.say(tr("“%1” is no longer offered. Visits that aimed at it keep it.").arg(name), tr("Undo"), [this, target, name] {
        if (m_banner.did(m_studio.store()->aims().keep(target))) {
            offer(name);
        }
    });
}

void TargetDesk::bringIn(const QString &file)
{
    const auto json = readFile(file.toStdString());
    if (!json) {
        m_banner.say(json.error());
        return;
    }
    auto target = targetFromJson(json.value());
    if (!target) {
        m_banner.say(target.error());
        return;
    }
    Target t = std::move(target).value();
    if (t.name.empty()) {
        t.name = QFileInfo(file).completeBaseName().toStdString();
    }
    const std::string name = t.name;
    const auto all = m_studio.store()->aims().targets();
    for (int n = 2; std::any_of(all.begin(), all.end(), [&](const Target &other) { return other.name == t.name; }); ++n) {
        t.name = name + " " + std::to_string(n);
    }
    keep(t, {});
}

void TargetDesk::writeOut(const Target &target, const QString &file)
{
    const Status written = writeFile(std::filesystem::path(file.toStdString()), targetToJson(target) + "\n");
    if (m_banner.did(written)) {
        m_banner.say(tr("The target is in %1.").arg(file));
    }
}

} // namespace lamp::app
