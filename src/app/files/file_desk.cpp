// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/file_desk.h"

#include "app/files/import_view.h"
#include "app/parts/background.h"
#include "app/parts/words.h"
#include "app/profiles/profile_view.h"
#include "app/profiles/screening_view.h"
#include "app/visit/work_settings.h"
#include "profile/display_cube.h"
#include "report/files.h"
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
    Q_DECLARE_TR_FUNCTIONS(CubeDialog)
public:
    explicit CubeDialog(QWidget *parent)
        : QDialog(parent), m_source(new QComboBox), m_tone(new QComboBox), m_size(new QComboBox), m_luminance(new QDoubleSpinBox),
          m_own(new QCheckBox(tr("Use the display's own white as the source's"))), m_fold(new QCheckBox(tr("Include the calibration ramps")))
    {
        setWindowTitle(tr("Make a 3D LUT"));
        auto *form = new QFormLayout(this);
        for (const RgbSpace &s : rgbSpaces()) {
            m_source->addItem(text(s.name));
        }
        m_source->setCurrentText(QStringLiteral("Rec. 709"));
        form->addRow(tr("&Source colour space"), m_source);
        m_tone->addItem(tr("the source's own"), -1);
        for (const ToneKind kind : {ToneKind::Bt1886, ToneKind::Srgb, ToneKind::LStar}) {
            ToneCurve tone;
            tone.kind = kind;
            m_tone->addItem(text(tone.name()), int(kind));
        }
        form->addRow(tr("&Tone curve"), m_tone);
        for (const int n : {17, 33, 65}) {
            m_size->addItem(QString::number(n), n);
        }
        m_size->setCurrentIndex(1);
        form->addRow(tr("&Nodes along each axis"), m_size);
        m_luminance->setRange(0, 4000);
        m_luminance->setSuffix(tr(" cd/m²"));
        m_luminance->setSpecialValueText(tr("maximum of the display"));
        form->addRow(tr("Luminance of white"), m_luminance);
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
    : QStackedWidget(parent), m_background(new Background(this)), m_profile(new ProfileView), m_screening(new ScreeningView),
      m_import(new ImportView), m_typed(new TypedReadings)
{
    for (QWidget *w : std::initializer_list<QWidget *>{m_profile, m_screening, m_import, m_typed}) {
        addWidget(w);
    }
    connect(m_background, &Background::begun, this, &FileDesk::working);
    connect(m_background, &Background::ended, this, [this] { Q_EMIT working({}); });
    connect(m_background, &Background::failed, this, [this](const QString &why) { Q_EMIT message(tr("That could not be done: %1.").arg(why)); });
    connect(m_profile, &ProfileView::installWanted, this, [this] { Q_EMIT installWanted(m_profile->bytes()); });
    connect(m_profile, &ProfileView::cubeWanted, this, &FileDesk::makeCube);
    connect(m_profile, &ProfileView::rebuildWanted, this, &FileDesk::rebuild);
    connect(m_screening, &ScreeningView::readingsWanted, this, &FileDesk::rank);
    connect(m_screening, &ScreeningView::profileWanted, this, [this](const QString &name, const Bytes &bytes) { layOpen(name, bytes); });
    connect(m_import, &ImportView::wanted, this, &FileDesk::readingsBrought);
    connect(m_typed, &TypedReadings::wanted, this, &FileDesk::readingsBrought);
}

void FileDesk::cancel()
{
    m_background->cancel();
}

bool FileDesk::busy() const
{
    return m_background->busy();
}

/// Files, told by what they are.
struct FileDesk::LookedAt {
    std::vector<std::string> names;
    std::vector<Bytes> profiles;
    QStringList problems, others;
    StudioFile kind = StudioFile::None; ///< of the one that is no profile
    std::string content;
    std::optional<VisitRecord> visit;
    std::optional<ReadingTable> table;
    Roles roles;
    std::optional<ImportView::Understood> understood;
    std::shared_ptr<const ComparedProfiles> compared;
    std::shared_ptr<const OpenedProfile> opened;
};

FileDesk::LookedAt FileDesk::lookAt(const QStringList &files)
{
    LookedAt seen;
    for (const QString &file : files) {
        auto content = readFile(file.toStdString());
        if (!content) {
            seen.problems << text(content.error());
            continue;
        }
        const bool named = file.endsWith(QStringLiteral(".icc"), Qt::CaseInsensitive) || file.endsWith(QStringLiteral(".icm"), Qt::CaseInsensitive);
        if (isProfile(content.value()) || named) {
            seen.names.push_back(QFileInfo(file).fileName().toStdString());
            seen.profiles.emplace_back(content->begin(), content->end());
        } else {
            seen.others << file;
            seen.content = std::move(content).value();
        }
    }
    if (seen.profiles.size() > 1) {
        seen.compared = ScreeningView::compare(seen.names, seen.profiles);
    } else if (seen.profiles.size() == 1) {
        seen.opened = ProfileView::look(text(seen.names.front()), seen.profiles.front(), wallNow());
    } else if (seen.others.size() == 1) {
        const QString name = QFileInfo(seen.others.front()).fileName() + QStringLiteral(": ");
        seen.kind = studioFileOf(seen.content);
        if (seen.kind == StudioFile::WholeVisit) {
            auto record = wholeVisitFromJson(seen.content);
            if (record) {
                seen.visit = std::move(record).value();
            } else {
                seen.problems << name + text(record.error());
            }
        } else if (seen.kind == StudioFile::None) {
            auto table = readingTable(seen.content);
            if (table) {
                seen.table = std::move(table).value();
                seen.roles = guessRoles(*seen.table);
                seen.understood = ImportView::understand(*seen.table, seen.roles);
            } else {
                seen.problems << name + text(table.error());
            }
        }
    } else if (seen.others.size() > 1) {
        seen.problems << tr("Readings are imported one file at a time.");
    }
    return seen;
}

void FileDesk::open(const QStringList &files, Store *store, qint64 display)
{
    m_background->start(
        tr("Reading the files…"), [files] { return lookAt(files); }, [this, store, display](LookedAt seen) { lay(std::move(seen), store, display); });
}

void FileDesk::lay(LookedAt seen, Store *store, qint64 display)
{
    if (seen.compared) {
        m_screening->show(seen.compared);
        setCurrentWidget(m_screening);
        Q_EMIT laid();
    } else if (seen.opened) {
        m_profile->show(seen.opened);
        setCurrentWidget(m_profile);
        Q_EMIT laid();
    } else if (seen.visit) {
        Q_EMIT visitBrought(*seen.visit);
    } else if (seen.kind != StudioFile::None && seen.kind != StudioFile::WholeVisit) {
        Q_EMIT aimBrought(seen.kind, seen.content);
    } else if (seen.table && store == nullptr) {
        seen.problems << tr("Open a studio first: readings are kept as a visit of a display.");
    } else if (seen.table) {
        m_import->show(QFileInfo(seen.others.front()).fileName(), std::move(*seen.table), std::move(seen.roles), std::move(*seen.understood), *store,
                       display);
        setCurrentWidget(m_import);
        Q_EMIT laid();
    }
    if (!seen.problems.isEmpty()) {
        Q_EMIT message(seen.problems.join('\n'));
    }
}

void FileDesk::typeReadings(Store &store, qint64 display)
{
    m_typed->begin(store, display);
    setCurrentWidget(m_typed);
    Q_EMIT laid();
}

void FileDesk::broughtIn()
{
    if (currentWidget() == m_typed) {
        m_typed->used();
    }
}

void FileDesk::notBroughtIn()
{
    Q_EMIT laid(); // back to what lies here
}

void FileDesk::layOpen(const QString &name, const Bytes &profile)
{
    m_background->start(
        tr("Inspecting the profile…"), [name, profile] { return ProfileView::look(name, profile, wallNow()); },
        [this](const std::shared_ptr<const OpenedProfile> &opened) {
            m_profile->show(opened);
            setCurrentWidget(m_profile);
            Q_EMIT laid();
        });
}

void FileDesk::rank()
{
    const QString file = QFileDialog::getOpenFileName(this, tr("Readings of this unit, taken without ramps"));
    if (file.isEmpty()) {
        return;
    }
    const auto content = readFile(file.toStdString());
    const auto table = content ? readingTable(content.value()) : Result<ReadingTable>(content.error());
    const auto set = table ? readingsFrom(table.value(), guessRoles(table.value())) : Result<ReadingSet>(table.error());
    if (!set) {
        Q_EMIT message(QFileInfo(file).fileName() + QStringLiteral(": ") + text(set.error()));
        return;
    }
    rankBy(set.value());
}

void FileDesk::rankBy(const ReadingSet &set)
{
    m_background->start(
        tr("Ranking the profiles by the readings…"), [compared = m_screening->compared(), set] { return ScreeningView::rank(compared, set); },
        [this](const Result<std::vector<RealError>> &errors) {
            if (errors) {
                m_screening->showRanking(errors.value());
            } else {
                Q_EMIT message(text(errors.error()));
            }
        });
}

void FileDesk::makeCube()
{
    const auto profile = Profile::open(m_profile->bytes());
    CubeDialog dialog(this);
    if (!profile || dialog.exec() != QDialog::Accepted) {
        return;
    }
    const QString file = QFileDialog::getSaveFileName(this, tr("Save the 3D LUT"), QStringLiteral("display.cube"), tr("3D LUT (*.cube)"));
    if (file.isEmpty()) {
        return;
    }
    m_background->carryOut(
        tr("Making the 3D LUT…"),
        [file, bytes = m_profile->bytes(), task = dialog.task(profile->facts().description)](const std::stop_token &stop) -> Status {
            const auto display = Profile::open(bytes);
            const auto cube = display ? cubeToDisplay(display.value(), task) : Result<Cube>(display.error());
            if (stop.stop_requested()) {
                return stoppedOnRequest();
            }
            return cube ? writeFile(std::filesystem::path(file.toStdString()), cubeToText(cube.value())) : Status(cube.error());
        },
        [this, file](const Status &s) {
            Q_EMIT message(s ? tr("The 3D LUT is in %1. Its header says tone, white and luminance.").arg(file) : text(s.error()));
        });
}

void FileDesk::rebuild()
{
    VisitPlan plan;
    applyWorkSettings(plan, nullptr);
    const QString file = QFileDialog::getSaveFileName(this, tr("Save the profile"), QStringLiteral("again.icc"), tr("ICC profile (*.icc)"));
    if (file.isEmpty()) {
        return;
    }
    m_background->carryOut(
        tr("Making the profile again…"),
        [file, plan, bytes = m_profile->bytes()](const std::stop_token &stop) -> Status {
            const auto profile = Profile::open(bytes);
            if (!profile) {
                return profile.error();
            }
            const Profile::Facts facts = profile->facts();
            ProfileText what;
            what.description = facts.description;
            what.copyright = facts.copyright;
            what.display = facts.display;
            what.roomWhite = facts.roomWhite;
            what.created = wallNow();
            what.version = plan.iccVersion;
            what.curves = plan.curves;
            const auto made = rebuiltProfile(profile.value(), what, plan.profileKind, plan.grid);
            if (stop.stop_requested()) {
                return stoppedOnRequest();
            }
            return made ? writeFile(std::filesystem::path(file.toStdString()), made.value()) : Status(made.error());
        },
        [this, file](const Status &s) { Q_EMIT message(s ? tr("Made again from its readings: %1.").arg(file) : text(s.error())); });
}

} // namespace lamp::app
