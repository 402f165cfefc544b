// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/file_desk.h"

#include "app/import_view.h"
#include "app/profile_view.h"
#include "app/screening_view.h"
#include "app/words.h"
#include "app/work_settings.h"
#include "exchange/files.h"
#include "profile/display_cube.h"
#include "visit/imported.h"
#include "visit/whole_visit.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QLabel>

#include <chrono>
#include <cstring>

namespace lamp::app {

namespace {

bool isProfile(const std::string &content)
{
    return content.size() > 40 && std::memcmp(content.data() + 36, "acsp", 4) == 0;
}

/// Asks what a 3D LUT is to do.
class CubeDialog : public QDialog {
public:
    explicit CubeDialog(QWidget *parent)
        : QDialog(parent), m_source(new QComboBox), m_tone(new QComboBox), m_size(new QComboBox), m_luminance(new QDoubleSpinBox),
          m_own(new QCheckBox(tr("The display's own white stands for the source's"))), m_fold(new QCheckBox(tr("Contain the calibration ramps")))
    {
        setWindowTitle(tr("Make a 3D LUT"));
        auto *form = new QFormLayout(this);
        for (const RgbSpace &s : rgbSpaces()) {
            m_source->addItem(text(s.name));
        }
        m_source->setCurrentText(QStringLiteral("Rec. 709"));
        form->addRow(tr("Pictures &come in"), m_source);
        m_tone->addItem(tr("the source's own"), -1);
        for (const ToneKind kind : {ToneKind::Bt1886, ToneKind::Srgb, ToneKind::LStar}) {
            ToneCurve tone;
            tone.kind = kind;
            m_tone->addItem(text(tone.name()), int(kind));
        }
        form->addRow(tr("&Tone"), m_tone);
        for (const int n : {17, 33, 65}) {
            m_size->addItem(QString::number(n), n);
        }
        m_size->setCurrentIndex(1);
        form->addRow(tr("&Nodes along each axis"), m_size);
        m_luminance->setRange(0, 4000);
        m_luminance->setSuffix(tr(" cd/m²"));
        m_luminance->setSpecialValueText(tr("the most that the display has"));
        form->addRow(tr("White at"), m_luminance);
        form->addRow(m_own);
        form->addRow(m_fold);
        auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
        form->addRow(buttons);
        connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
        connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    }
    [[nodiscard]] CubeTask task(const std::string &display) const
    {
        CubeTask t;
        t.source = *rgbSpace(m_source->currentText().toStdString());
        t.tone = t.source.tone;
        if (const int kind = m_tone->currentData().toInt(); kind >= 0) {
            t.tone = {};
            t.tone.kind = ToneKind(kind);
        }
        t.size = m_size->currentData().toInt();
        t.luminance = m_luminance->value();
        t.sourceWhite = !m_own->isChecked();
        t.foldRamps = m_fold->isChecked();
        t.displayName = display;
        return t;
    }

private:
    QComboBox *m_source, *m_tone, *m_size;
    QDoubleSpinBox *m_luminance;
    QCheckBox *m_own, *m_fold;
};

} // namespace

FileDesk::FileDesk(QWidget *parent)
    : QStackedWidget(parent), m_profile(new ProfileView), m_screening(new ScreeningView), m_import(new ImportView), m_typed(new TypedReadings)
{
    for (QWidget *w : std::initializer_list<QWidget *>{m_profile, m_screening, m_import, m_typed}) {
        addWidget(w);
    }
    connect(m_profile, &ProfileView::installWanted, this, [this] { Q_EMIT installWanted(m_profile->bytes()); });
    connect(m_profile, &ProfileView::cubeWanted, this, &FileDesk::makeCube);
    connect(m_profile, &ProfileView::rebuildWanted, this, &FileDesk::rebuild);
    connect(m_screening, &ScreeningView::readingsWanted, this, &FileDesk::rank);
    connect(m_screening, &ScreeningView::profileWanted, this, [this](const QString &name, const Bytes &bytes) { layOpen(name, bytes); });
    connect(m_import, &ImportView::wanted, this, &FileDesk::readingsBrought);
    connect(m_typed, &TypedReadings::wanted, this, &FileDesk::readingsBrought);
}

void FileDesk::open(const QStringList &files, const Store *store, qint64 display)
{
    std::vector<std::string> names;
    std::vector<Bytes> profiles;
    QStringList others;
    std::string otherContent;
    for (const QString &file : files) {
        const auto content = readFile(file.toStdString());
        if (!content) {
            Q_EMIT message(text(content.error().text()));
            continue;
        }
        const bool named = file.endsWith(QStringLiteral(".icc"), Qt::CaseInsensitive) || file.endsWith(QStringLiteral(".icm"), Qt::CaseInsensitive);
        if (isProfile(content.value()) || named) {
            names.push_back(QFileInfo(file).fileName().toStdString());
            profiles.emplace_back(content->begin(), content->end());
        } else {
            others << file;
            otherContent = content.value();
        }
    }
    if (profiles.size() > 1) {
        m_screening->show(std::move(names), std::move(profiles));
        setCurrentWidget(m_screening);
        Q_EMIT laid();
    } else if (profiles.size() == 1) {
        layOpen(text(names.front()), profiles.front());
    } else if (others.size() == 1) {
        openReadings(others.front(), otherContent, store, display);
    } else if (others.size() > 1) {
        Q_EMIT message(tr("Readings are brought in one file at a time."));
    }
}

void FileDesk::openReadings(const QString &file, const std::string &content, const Store *store, qint64 display)
{
    const StudioFile kind = studioFileOf(content);
    if (kind != StudioFile::None && kind != StudioFile::WholeVisit) {
        Q_EMIT aimBrought(kind, content);
        return;
    }
    if (kind == StudioFile::WholeVisit) {
        const auto record = wholeVisitFromJson(content);
        if (record) {
            Q_EMIT visitBrought(record.value());
        } else {
            Q_EMIT message(QFileInfo(file).fileName() + ": " + text(record.error().text()));
        }
        return;
    }
    auto table = readingTable(content);
    if (!table) {
        Q_EMIT message(QFileInfo(file).fileName() + ": " + text(table.error().text()));
        return;
    }
    if (store == nullptr) {
        Q_EMIT message(tr("Open a studio first: readings are kept as a visit of a display."));
        return;
    }
    m_import->show(QFileInfo(file).fileName(), std::move(table).value(), *store, display);
    setCurrentWidget(m_import);
    Q_EMIT laid();
}

void FileDesk::typeReadings(const Store &store, qint64 display)
{
    m_typed->begin(store, display);
    setCurrentWidget(m_typed);
    Q_EMIT laid();
}

void FileDesk::layOpen(const QString &name, const Bytes &profile)
{
    m_profile->show(name, profile, wallNow());
    setCurrentWidget(m_profile);
    Q_EMIT laid();
}

void FileDesk::rank()
{
    const QString file = QFileDialog::getOpenFileName(this, tr("Readings of this unit, taken without ramps"));
    const auto content = file.isEmpty() ? Result<std::string>(std::string()) : readFile(file.toStdString());
    if (file.isEmpty() || !content) {
        return;
    }
    const auto table = readingTable(content.value());
    const auto set = table ? readingsFrom(table.value(), guessRoles(table.value())) : Result<ReadingSet>(table.error());
    if (!set) {
        Q_EMIT message(text(set.error().text()));
        return;
    }
    rankBy(set.value());
}

void FileDesk::rankBy(const ReadingSet &set)
{
    if (const Status ranked = m_screening->rank(set); !ranked) {
        Q_EMIT message(text(ranked.error().text()));
    }
}

void FileDesk::makeCube()
{
    const auto profile = Profile::open(m_profile->bytes());
    CubeDialog dialog(this);
    if (!profile || dialog.exec() != QDialog::Accepted) {
        return;
    }
    const auto cube = cubeToDisplay(profile.value(), dialog.task(profile->facts().description));
    if (!cube) {
        Q_EMIT message(text(cube.error().text()));
        return;
    }
    const QString file = QFileDialog::getSaveFileName(this, tr("Save the 3D LUT"), QStringLiteral("display.cube"), tr("Cube (*.cube)"));
    if (!file.isEmpty()) {
        const Status s = writeFile(std::filesystem::path(file.toStdString()), cubeToText(cube.value()));
        Q_EMIT message(s ? tr("The 3D LUT is in %1. Its header says tone, white and luminance.").arg(file) : text(s.error().text()));
    }
}

void FileDesk::rebuild()
{
    const auto profile = Profile::open(m_profile->bytes());
    if (!profile) {
        return;
    }
    ProfileText what;
    what.description = profile->facts().description;
    what.created = wallNow();
    VisitPlan plan;
    applyWorkSettings(plan, nullptr);
    what.version = plan.iccVersion;
    what.curves = plan.curves;
    const auto made = rebuiltProfile(profile.value(), what, plan.profileKind, plan.grid);
    if (!made) {
        Q_EMIT message(text(made.error().text()));
        return;
    }
    const QString file = QFileDialog::getSaveFileName(this, tr("Save the profile"), QStringLiteral("again.icc"), tr("ICC profile (*.icc)"));
    if (!file.isEmpty()) {
        const Status s = writeFile(std::filesystem::path(file.toStdString()), made.value());
        Q_EMIT message(s ? tr("Made anew from its readings: %1.").arg(file) : text(s.error().text()));
    }
}

} // namespace lamp::app
