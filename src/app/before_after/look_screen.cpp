// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/look_screen.h"

#include "app/before_after/look_view.h"
#include "app/parts/background.h"
#include "app/parts/words.h"
#include "colour/spaces.h"
#include "icc/pixels.h"
#include "profile/display_cube.h"

#include <QCloseEvent>
#include <QFileDialog>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QScreen>
#include <QVBoxLayout>

namespace lamp::app {

QImage throughProfile(const QImage &picture, const Profile &profile)
{
    CubeTask task;
    task.source = *rgbSpace(picture.colorSpace() == workingColours() ? kWorkingSpace : "sRGB");
    task.tone = {ToneKind::Srgb};
    task.sourceWhite = false;
    const auto cube = cubeToDisplay(profile, task);
    if (!cube) {
        return picture.convertToFormat(QImage::Format_RGB32);
    }
    const QImage in = picture.convertToFormat(QImage::Format_RGBA64);
    QImage out(in.size(), QImage::Format_RGB32);
    for (int y = 0; y < out.height(); ++y) {
        const auto *from = reinterpret_cast<const QRgba64 *>(in.constScanLine(y));
        auto *line = reinterpret_cast<QRgb *>(out.scanLine(y));
        for (int x = 0; x < out.width(); ++x) {
            const Drive d = cube->apply({from[x].red() / 65535.0, from[x].green() / 65535.0, from[x].blue() / 65535.0});
            const auto code = [](double v) { return int(std::lround(255 * std::clamp(v, 0.0, 1.0))); };
            line[x] = qRgb(code(d.a), code(d.b), code(d.c));
        }
    }
    return out;
}

Result<std::unique_ptr<LookScreen>> LookScreen::open(XScreen &x, const XOutput &output, const Bytes &profile, const std::string &command)
{
    auto opened = Profile::open(profile);
    auto hold = opened ? Hold::of(command, output.name) : Result<std::unique_ptr<Hold>>(opened.error());
    if (!hold) {
        return hold.error();
    }
    std::unique_ptr<LookScreen> look(new LookScreen(x, output, profile, std::move(opened).value(), std::move(hold).value()));
    if (const Status s = look->swap(true); !s) {
        return s.error();
    }
    return look;
}

LookScreen::LookScreen(XScreen &x, XOutput output, Bytes bytes, Profile profile, std::unique_ptr<Hold> hold)
    : QWidget(nullptr, Qt::Window | Qt::FramelessWindowHint), m_x(x), m_output(std::move(output)), m_bytes(std::move(bytes)),
      m_profile(std::move(profile)), m_hold(std::move(hold)), m_view(new LookView), m_background(new Background(this))
{
    setWindowTitle(tr("Before and after on %1").arg(text(m_output.name)));
    auto *layout = new QVBoxLayout(this);
    layout->addWidget(m_view);
    for (QScreen *screen : QGuiApplication::screens()) {
        if (screen->name() == text(m_output.name)) {
            setGeometry(screen->geometry());
        }
    }
    setPicture([index = m_index] { return Result<LookedAt>(takenForSrgb(lookPicture(index))); });
}

LookScreen::~LookScreen() = default;

void LookScreen::setPicture(std::function<Result<LookedAt>()> picture)
{
    // A picture as large as a screen takes longer to read and to convert than a window may stand still. The profile is opened anew: this one may
    // be gone before the work has ended.
    m_background->start(
        {},
        [picture = std::move(picture), bytes = m_bytes]() -> Result<std::pair<QImage, QImage>> {
            const auto looked = picture();
            const auto profile = looked ? Profile::open(bytes) : Result<Profile>(looked.error());
            if (!profile) {
                return profile.error();
            }
            return std::pair(looked->stored, throughProfile(looked->meant, profile.value()));
        },
        [this](Result<std::pair<QImage, QImage>> pair) {
            if (!pair) { // what is looked at stays
                m_view->setWords(text(pair.error().paragraph()));
            } else {
                m_view->setPair(std::move(pair.value().first), std::move(pair.value().second),
                                tr("Before: without profile and ramps. Space: after. N: next picture. L: loupe. G: rest the eyes. O: open one. Esc: "
                                   "back, restoring what was in use."),
                                tr("After: through profile and ramps. Space: before. N: next picture. L: loupe. G: rest the eyes. O: open one. Esc: "
                                   "back, restoring what was in use."));
            }
        });
}

void LookScreen::nextPicture()
{
    m_index = (m_index + 1) % lookPictures();
    setPicture([index = m_index] { return Result<LookedAt>(takenForSrgb(lookPicture(index))); });
}

Status LookScreen::swap(bool after)
{
    const std::optional<Ramps> ramps = after && m_output.gammaSize > 0 ? m_profile.ramps(m_output.gammaSize) : std::nullopt;
    const Status profile = m_x.setProfile(m_output, after ? std::optional(m_bytes) : std::nullopt);
    return profile && m_output.gammaSize > 0 ? m_x.setRamps(m_output, ramps.value_or(Ramps{})) : profile;
}

void LookScreen::toggle()
{
    if (const Status s = swap(!m_view->showsAfter()); !s) {
        m_problem = text(s.error());
        close();
        return;
    }
    m_view->toggle();
}

bool LookScreen::showsAfter() const
{
    return m_view->showsAfter();
}

void LookScreen::keyPressEvent(QKeyEvent *event)
{
    if (m_view->restLeft() > 0 && event->key() != Qt::Key_Escape) {
        m_view->endRest();
        return;
    }
    switch (event->key()) {
    case Qt::Key_Space:
    case Qt::Key_B: toggle(); break;
    case Qt::Key_N: nextPicture(); break;
    case Qt::Key_L: m_view->setLoupe(!m_view->loupe()); break;
    case Qt::Key_G: m_view->rest(); break;
    case Qt::Key_O: {
        const QString file = QFileDialog::getOpenFileName(this, tr("A picture"), {}, pictureFilter());
        if (!file.isEmpty()) {
            setPicture([file, fit = size()] { return readPicture(file, fit); });
        }
        break;
    }
    case Qt::Key_Escape: close(); break;
    default: QWidget::keyPressEvent(event);
    }
}

void LookScreen::closeEvent(QCloseEvent *event)
{
    const Status back = m_hold->release();
    Q_EMIT closed(back ? m_problem : text(back.error()));
    QWidget::closeEvent(event);
}

} // namespace lamp::app
