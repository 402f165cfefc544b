// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/visit_controller.h"
#include "desktop/undisturbed.h"
#include "store/visited.h"
#include "visit/match.h"

#include "app/diagnosis/diagnosis_runner.h"
#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/profiles/installed_panel.h"
#include "app/reports/report_page.h"
#include "app/studio/open_studio.h"
#include "app/survey/survey_runner.h"
#include "app/visit/bench_consent.h"
#include "app/visit/quick_reader.h"
#include "app/visit/screen_bench.h"
#include "app/visit/work_settings.h"
#include "measure/quick_set.h"

#include <QApplication>
#include <QEventLoop>
#include <QScreen>
#include <QStandardPaths>
#include <QSysInfo>
#include <QTimer>

namespace lamp::app {

VisitController::VisitController(OpenStudio &studio, InstalledPanel &installed, Banner &banner, QWidget &window)
    : QObject(&window), m_studio(studio), m_installed(installed), m_banner(banner), m_window(window), m_runner(new VisitRunner(this)),
      m_quick(new QuickReader(this)), m_surveys(new SurveyRunner(this)), m_diagnoses(new DiagnosisRunner(this)), m_writer(new Background(this))
{
    connect(m_runner, &VisitRunner::asked, this, [this](const Question &) {
        const bool behind = m_patch != nullptr && m_patch->used() && m_patch->screen() == m_window.screen();
        if (behind && m_patch->isVisible()) {
            // The question would lie behind the patch; it comes back for the next reading.
            m_patch->hide();
            m_window.activateWindow();
        }
        m_runner->letGlance(!behind); // else white would come back over the question while somebody turns the menu
    });
    // While a visit waits, perhaps for hours, its owner is still there.
    auto *lease = new QTimer(this);
    connect(lease, &QTimer::timeout, this, [this] {
        if (m_studio.store() != nullptr && m_runner->running() && !m_runner->visitId().isEmpty()) {
            (void)m_studio.store()->visits().renewLease(m_runner->visitId(), m_runner->owner());
        }
    });
    lease->start(20000);
    connect(m_runner, &VisitRunner::noted, this, [this](const QString &t) { m_banner.say(t); });
    connect(m_runner, &VisitRunner::finished, this, &VisitController::visitFinished);
    connect(m_runner, &VisitRunner::failed, this, &VisitController::visitFailed);
    connect(m_writer, &Background::begun, this, &VisitController::status);
    connect(m_writer, &Background::failed, this, [this](const QString &why) { m_banner.say(tr("That could not be done: %1.").arg(why)); });
    const auto hidePatch = [this] {
        m_undisturbed.reset();
        m_installed.watch(true);
        if (m_patch != nullptr) {
            m_patch->hide();
        }
    };
    connect(m_quick, &QuickReader::finished, this, hidePatch);
    connect(m_quick, &QuickReader::failed, this, hidePatch);
    for (BesideRunner *beside : std::initializer_list<BesideRunner *>{m_surveys, m_diagnoses}) {
        connect(beside, &BesideRunner::asked, this, [this, beside](const Error &fault) {
            m_banner.say(
                text(fault.paragraph()), tr("Try again"), [beside] { beside->answer(true); }, tr("Stop"), [beside] { beside->answer(false); });
        });
    }
    connect(m_surveys, &SurveyRunner::ended, this, hidePatch);
    connect(m_diagnoses, &DiagnosisRunner::ended, this, hidePatch);
}

VisitController::~VisitController()
{
    m_runner->cancel();
    delete m_patch;
}

void VisitController::stop()
{
    m_runner->pause(false);
    m_runner->cancel();
    m_quick->cancel();
    m_surveys->cancel();
    m_diagnoses->cancel();
    while (atWork()) {
        QApplication::processEvents(QEventLoop::ExcludeUserInputEvents, 50);
    }
    delete m_patch;
    m_patch = nullptr;
}

bool VisitController::atWork() const
{
    return m_runner->running() || m_quick->running() || m_surveys->running() || m_diagnoses->running();
}

bool VisitController::busy()
{
    if (atWork()) {
        m_banner.say(tr("The instrument is in use; finish or cancel that first."));
        return true;
    }
    return false;
}

namespace {

/// What a display's menu offers, as a visit left it.
std::vector<Control> menuOf(const VisitRecord &record)
{
    std::vector<Control> menu = record.display.controls;
    for (Control &c : menu) {
        const auto left = record.controls.find(c.name);
        c.value = left != record.controls.end() ? left->second : c.value;
    }
    return menu;
}

} // namespace

std::vector<Control> VisitController::knownMenu(qint64 displayId) const
{
    // A visit that was brought in, or one without a menu, does not make it unknown.
    constexpr int kMost = 12;
    for (const VisitEntry &v : m_studio.store()->visits().of(displayId, {0, kMost})) {
        const auto record = v.state == VisitState::Finished ? m_studio.store()->visits().record(v.id) : Result<VisitRecord>(Error{});
        if (auto menu = record ? menuOf(record.value()) : std::vector<Control>(); !menu.empty()) {
            return menu;
        }
    }
    return {};
}

void VisitController::start(Task task, qint64 displayId, const VisitWish &wish)
{
    if (m_studio.store() == nullptr || busy()) {
        return;
    }
    VisitPlan plan;
    plan.task = task;
    plan.target = builtInTargets().front();
    applyWorkSettings(plan, m_studio.store());
    if (const auto record = m_studio.lastVisit(displayId)) {
        plan.target = record->plan.target;
        plan.earlier = earlierOf(*record);
        plan.at = record->plan.at;
        plan.menu = knownMenu(displayId);
        if (task == Task::Check) {
            plan.profileIn = record->profile;
            plan.profileInName = record->profileName();
        }
    }
    if (wish.luminance) {
        plan.target.luminance.kind = LuminanceTarget::Kind::Value;
        plan.target.luminance.cdM2 = *wish.luminance;
        plan.target.name += ", " + fixed(*wish.luminance, 0) + " cd/m²"; // it is no longer the one of that name
    }
    if (!wish.mode.empty()) {
        plan.mode = wish.mode;
    }
    run(std::move(plan), std::nullopt, displayId);
}

void VisitController::startLike(qint64 displayId, const QString &visitId)
{
    const auto record = m_studio.store() != nullptr ? m_studio.store()->visits().record(visitId) : Result<VisitRecord>(Error{});
    const auto match = record ? matchOfVisit(record.value()) : Result<MatchTarget>(record.error());
    if (!match) {
        m_banner.say(match.error());
        return;
    }
    VisitPlan plan;
    plan.task = Task::Full;
    applyWorkSettings(plan, m_studio.store());
    if (const auto own = m_studio.lastVisit(displayId)) {
        plan.earlier = earlierOf(*own);
        plan.menu = knownMenu(displayId);
    }
    // Where people matched the two by eye, white is set off by what they saw; where these saw it differently nobody knows by how much.
    const auto eye = eyeMatchOf(*m_studio.store(), displayId, match->like.display);
    const auto offset = eye ? eyeOffset(eye->settings) : Result<EyeOffset>(Error{});
    const auto set = offset && offset->peopleAgree ? setOffOf(*eye) : std::nullopt;
    const MatchTarget alike = set ? setOff(match.value(), *set) : match.value();
    plan.target = alike.target;
    plan.matched = alike.like;
    run(std::move(plan), std::nullopt, displayId);
}

void VisitController::goOnWith(const VisitEntry &entry)
{
    auto record = m_studio.store()->visits().record(entry.id);
    if (!record) {
        m_banner.say(record.error());
        return;
    }
    VisitPlan plan = record->plan;
    run(std::move(plan), std::move(record).value(), entry.displayId);
}

void VisitController::run(VisitPlan plan, std::optional<VisitRecord> resume, qint64 displayId)
{
    const auto display = m_studio.store() != nullptr ? m_studio.store()->studio().display(displayId) : std::nullopt;
    if (!display || busy()) {
        return;
    }
    m_banner.hide();
    const BenchSource source = benchFor(*display);
    if (!agreed(source, [this, plan, resume, displayId] { run(plan, resume, displayId); })) {
        return;
    }
    if (!source.reaches()) {
        m_banner.say(tr("No bench reaches this display from here: it is known from imported readings, or it is measured at another computer. Import "
                        "or enter newer ones, or add it with a bench."));
        return;
    }
    if (const auto other = m_studio.store()->visits().workedOn(displayId); other && other->id != m_besides) {
        m_banner.say(
            tr("%1 is being visited in another window or at another computer, since %2. Two visits to one display spoil each other's readings.")
                .arg(display->name, text(clockTime(other->started))),
            tr("Begin all the same"), [this, plan, resume, displayId, id = other->id] {
                m_besides = id;
                run(plan, resume, displayId);
            });
        return;
    }
    if (m_patch != nullptr) {
        m_patch->begin();
    }
    m_installed.watch(false);
    auto known = std::make_shared<VisitRecord>();
    if (resume) {
        *known = *resume;
    } else {
        known->plan = plan;
        known->display.model = display->model.toStdString();
        known->started = wallNow();
    }
    if (source.screen != nullptr) {
        keepTheScreenOn(*display);
    }
    m_runner->start(source, std::move(plan), *display, m_studio.path(), std::move(resume));
    Q_EMIT begun(known, source.simulated != nullptr);
}

void VisitController::keepTheScreenOn(const DisplayEntry &display)
{
    m_undisturbed = std::make_unique<Undisturbed>(tr("Measuring %1").arg(display.name));
    connect(m_undisturbed.get(), &Undisturbed::known, this, [this](bool held) {
        if (!held) {
            m_banner.say(tr("Nothing on this desktop can be asked to leave the screen on: turn blanking, night colours and notifications off by hand "
                            "while the visit runs."));
        }
    });
}

bool VisitController::agreed(const BenchSource &source, std::function<void()> onYes)
{
    const QString command = text(source.command);
    if (command.isEmpty() || BenchConsent::given(command)) {
        return true;
    }
    m_banner.say(
        tr("This display's bench is a program that this studio names. Nobody at this computer has agreed to run it yet. Run exactly this line?"),
        tr("Run"),
        [command, go = std::move(onYes)] {
            BenchConsent::give(command);
            go();
        },
        tr("Do not run"));
    m_banner.showExactly(BenchConsent::visible(command));
    return false;
}

void VisitController::rank(qint64 displayId, const std::function<void()> &begin)
{
    if (m_quick->running()) {
        m_quick->cancel();
        return;
    }
    const auto display = m_studio.store() != nullptr ? m_studio.store()->studio().display(displayId) : std::nullopt;
    if (busy()) {
        return;
    }
    const BenchSource source = display ? benchFor(*display) : BenchSource{};
    if (!source.reaches()) {
        m_banner.say(tr("In the list of displays choose the one that the profiles are for, one that a bench reaches."));
        return;
    }
    if (!agreed(source, [this, displayId, begin] { rank(displayId, begin); })) {
        return;
    }
    m_banner.say(
        tr("Put the instrument on %1, which has been on for half an hour. %2 patches follow, without ramps; they do not flash, but the screen "
           "changes every few seconds: look away if that is bad for you.")
            .arg(display->name)
            .arg(quickSetSize()),
        tr("Start"),
        [this, source, displayId, begin] {
            if (busy()) {
                return;
            }
            const auto last = m_studio.lastVisit(displayId);
            begin();
            m_installed.watch(false);
            m_quick->start(source, m_runner->speed(), last ? rampsOf(*last) : std::nullopt);
        },
        tr("Not now"));
}

std::optional<BenchSource> VisitController::readyBeside(const DisplayEntry &display, const std::function<void()> &again)
{
    BenchSource source = benchFor(display);
    if (!agreed(source, again)) {
        return std::nullopt;
    }
    if (!source.reaches()) {
        m_banner.say(tr("No bench reaches this display from here."));
        return std::nullopt;
    }
    m_banner.hide();
    if (m_patch != nullptr) {
        m_patch->begin();
    }
    m_installed.watch(false);
    if (source.screen != nullptr) {
        keepTheScreenOn(display);
    }
    return source;
}

BesidePlace VisitController::besidePlace(const QString &kind, const DisplayEntry &display) const
{
    return {QStringLiteral("%1/dutiful-lamp/measurements/%2-%3-%4")
                .arg(QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation), text(isoTime(wallNow())).remove(QLatin1Char(':')), kind,
                     plainFileName(display.name)),
            m_studio.store()->path(), display.id};
}

void VisitController::survey(qint64 displayId, const SurveyPlan &plan, std::shared_ptr<const SurveyRecord> earlier)
{
    const auto display = m_studio.store() != nullptr ? m_studio.store()->studio().display(displayId) : std::nullopt;
    if (!display || busy()) {
        return;
    }
    if (const auto source = readyBeside(*display, [this, displayId, plan, earlier] { survey(displayId, plan, earlier); })) {
        double speed = m_runner->speed();
        if (plan.kind == SurveyKind::Room && source->simulated != nullptr) {
            // Its room has a window while its day is looked at, and the day goes by in half a minute.
            constexpr double kWindowLux = 420, kWall = 30;
            const auto view = source->simulated->view();
            sim::RoomSpec day = view.room;
            day.daylightLux = kWindowLux;
            day.hour = localHours(wallNow()) - view.t / 3600 + 240; // at the bench's own time; whole days do not count
            source->simulated->setRoom(day);
            connect(
                m_surveys, &SurveyRunner::ended, this, [bench = source->simulated, before = view.room] { bench->setRoom(before); },
                Qt::SingleShotConnection);
            speed = speed > 0 ? std::max(speed, 60 * plan.minutes / kWall) : speed;
        }
        m_surveys->start(*source, plan, besidePlace(text(surveyKindName(plan.kind)), *display), speed, std::move(earlier));
    }
}

void VisitController::typedRoom(qint64 displayId, const std::vector<RoomPoint> &points)
{
    const auto display = m_studio.store() != nullptr ? m_studio.store()->studio().display(displayId) : std::nullopt;
    if (!display || busy()) {
        return;
    }
    DisplayInfo info;
    info.model = display->model.toStdString();
    info.serial = display->serial.toStdString();
    m_surveys->take(lamp::typedRoom(points, info, wallNow()), besidePlace(text(surveyKindName(SurveyKind::Room)), *display));
}

void VisitController::diagnose(qint64 displayId, TestChoice tests)
{
    const auto display = m_studio.store() != nullptr ? m_studio.store()->studio().display(displayId) : std::nullopt;
    if (!display || busy()) {
        return;
    }
    if (const auto source = readyBeside(*display, [this, displayId, tests] { diagnose(displayId, tests); })) {
        m_diagnoses->start(*source, besidePlace(QStringLiteral("diagnosis"), *display), tests, m_runner->speed());
    }
}

std::shared_ptr<Bench> VisitController::screenBench(const DisplayEntry &display)
{
    QScreen *where = m_window.screen();
    for (QScreen *s : QGuiApplication::screens()) {
        where = s->name() == display.screen ? s : where;
    }
    if (m_patch != nullptr && !atWork()) {
        m_patch->moveTo(where);
    }
    if (m_patch == nullptr) {
        m_patch = new PatchWindow(where);
        connect(m_patch, &PatchWindow::escaped, this, [this] {
            m_quick->cancel();
            if (!m_runner->paused()) {
                pauseOrGoOn();
            }
        });
    }
    auto x = waylandHere().isEmpty() ? XScreen::open() : Result<std::unique_ptr<XScreen>>(std::unique_ptr<XScreen>());
    return std::make_shared<ScreenBench>(m_patch, display.model, display.technology, x ? std::move(x).value() : nullptr);
}

std::shared_ptr<sim::SimBench> VisitController::simulated(const DisplayEntry &display)
{
    auto &bench = m_benches[display.id];
    if (!bench) {
        auto made = sim::makeBench(display.bench.mid(4).toStdString(), std::uint64_t(display.id) + 11);
        if (!made) {
            m_banner.say(made.error());
            return nullptr;
        }
        bench = std::move(made).value();
        // A display that was visited stands as it was left: menu trimmed, ramps loaded, warm.
        if (const auto record = m_studio.lastVisit(display.id)) {
            for (const auto &[name, value] : record->controls) {
                (void)bench->setControl(name, value);
            }
            if (const auto ramps = rampsOf(*record)) {
                (void)bench->setLut(*ramps);
            }
            bench->skipTime(7200);
        }
    }
    return bench;
}

BenchSource VisitController::benchFor(const DisplayEntry &display)
{
    BenchSource source;
    if (display.bench.startsWith(QStringLiteral("sim:"))) {
        source.simulated = simulated(display);
    } else {
        source.command = display.bench.toStdString();
        source.screen = screenBench(display);
    }
    return source;
}

std::shared_ptr<sim::SimBench> VisitController::simulatedBench(qint64 displayId) const
{
    const auto it = m_benches.find(displayId);
    return it == m_benches.end() ? nullptr : it->second;
}

void VisitController::pauseOrGoOn()
{
    if (m_runner->running()) {
        m_runner->pause(!m_runner->paused());
        Q_EMIT pausedChanged(m_runner->paused());
        if (m_runner->paused()) {
            Q_EMIT status(tr("Paused: the current reading is finished first."));
        }
    }
}

void VisitController::cancel()
{
    m_runner->pause(false);
    m_runner->cancel();
    Q_EMIT status(tr("Stopping…"));
}

void VisitController::setVisitAside(const QString &visitId)
{
    if (m_banner.did(m_studio.store()->visits().setState(visitId, VisitState::SetAside))) {
        Q_EMIT setAside();
    }
}

void VisitController::offerInterrupted()
{
    Store *store = m_studio.store();
    const auto open = store != nullptr ? store->visits().interrupted() : std::vector<VisitEntry>{};
    if (open.empty() || m_runner->running()) {
        return;
    }
    const VisitEntry &entry = open.front();
    const auto display = store->studio().display(entry.displayId);
    m_banner.say(
        tr("%1 of %2, begun on %3, was interrupted after %4. Nothing is lost.")
            .arg(text(named(entry.task)), display ? display->name : tr("a display"), wordedDay(entry.started),
                 text(say("count-readings", entry.readings))),
        tr("Continue"), [this, entry] { goOnWith(entry); }, tr("Discard"),
        [this, entry] {
            setVisitAside(entry.id);
            offerInterrupted();
        });
}

void VisitController::offerAfterFault(const QString &message, const QString &visitId)
{
    m_banner.say(
        message, tr("Continue"),
        [this, visitId] {
            for (const VisitEntry &e : m_studio.store()->visits().interrupted()) {
                if (e.id == visitId) {
                    goOnWith(e);
                    return;
                }
            }
            m_banner.say(tr("This visit cannot be continued here: it was ended, or it is open in another window."));
        },
        tr("Discard"), [this, visitId] { setVisitAside(visitId); });
}

void VisitController::ended()
{
    m_installed.watch(true);
    if (m_patch != nullptr) {
        m_patch->hide();
    }
}

void VisitController::visitFinished(const RecordPtr &record)
{
    const qint64 id = m_runner->displayId();
    // A bench with a display of its own never uses the patch window.
    const bool ownScreen = m_patch != nullptr && m_patch->used();
    const QString output = ownScreen ? m_patch->screen()->name() : QString();
    ended();
    Q_EMIT finished(record, id);
    keep(record, id, output);
}

void VisitController::visitFailed(const Error &error, const RecordPtr &record)
{
    ended();
    if (!record->id.empty() && !record->readings.empty()) {
        offerAfterFault(text(error), text(record->id));
    } else {
        if (!record->id.empty()) {
            (void)m_studio.store()->visits().setState(text(record->id), VisitState::SetAside);
        }
        m_banner.say(error);
    }
    Q_EMIT failed(error, record, m_runner->displayId());
}

void VisitController::keep(const RecordPtr &record, qint64 displayId, const QString &output)
{
    const QString home = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation);
    const QString folder =
        QStringLiteral("%1/dutiful-lamp/visits/%2-%3").arg(home, text(localDate(record->started)), plainFileName(text(record->id).left(8)));
    m_writer->start(
        tr("Writing report, readings and profile…"), [record, folder] { return keepResults(folder.toStdString(), *record, ReportKind::Pdf); },
        [this, record, displayId, output, folder](const Result<KeptResults> &result) {
            Q_EMIT status(tr("Visit finished: %1").arg(text(named(record->verdict))));
            Q_EMIT kept(record, displayId, keptMessage(*record, displayId, output, folder, result));
        });
}

QString VisitController::keptMessage(const VisitRecord &record, qint64 displayId, const QString &output, const QString &folder,
                                     const Result<KeptResults> &result)
{
    QString message =
        result && !result->problem ? tr("Report, readings and profile are in %1.").arg(folder) : text(result ? *result->problem : result.error());
    if (record.plan.task != Task::Check && !record.profile.empty()) {
        const auto copy = Installation(DesktopFolders::ofUser()).keepCopy(record.profile);
        message += ' ' + (copy ? tr("The profile is installed as %1.").arg(text(copy->string())) : text(copy.error()));
        if (!output.isEmpty() && m_installed.hasOutput()) {
            // Its ramps are loaded already, and the profile belongs to them.
            const Status used = m_installed.install(record.profile, output);
            message += ' ' + (used ? m_installed.words() : text(used.error()));
            const Status noted =
                used ? m_studio.store()->visits().noteInstalled(displayId, record.profile, QSysInfo::machineHostName(), output, wallNow()) : used;
            message += noted || !used ? QString() : ' ' + text(noted.error());
        }
        if (const auto bench = simulatedBench(displayId); bench && record.display.lut) {
            message +=
                ' ' + (bench->view().display.lutLoaded ? tr("Its ramps are loaded; the display confirms it.") : tr("Its ramps are not loaded."));
        }
    }
    return message;
}

std::optional<Ramps> rampsOf(const VisitRecord &record)
{
    const auto profile = Profile::open(record.profile);
    return profile && record.display.lut ? profile->ramps(record.display.lut->entries) : std::nullopt;
}

} // namespace lamp::app
