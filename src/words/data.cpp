// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/catalogue.h"

namespace lamp {

// clang-format off
std::span<const char *const> patchWords()
{
    static constexpr const char *all[]{
        QT_TRANSLATE_NOOP("patch", "white"), QT_TRANSLATE_NOOP("patch", "black"), QT_TRANSLATE_NOOP("patch", "red"),
        QT_TRANSLATE_NOOP("patch", "green"), QT_TRANSLATE_NOOP("patch", "blue"), QT_TRANSLATE_NOOP("patch", "gray"),
        QT_TRANSLATE_NOOP("patch", "colour"), QT_TRANSLATE_NOOP("patch", "reading"), QT_TRANSLATE_NOOP("patch", "full red"),
        QT_TRANSLATE_NOOP("patch", "full green"), QT_TRANSLATE_NOOP("patch", "full blue"), QT_TRANSLATE_NOOP("patch", "fifth colour"),
        QT_TRANSLATE_NOOP("patch", "again"), QT_TRANSLATE_NOOP("patch", "once more"), QT_TRANSLATE_NOOP("patch", "longer"),
        QT_TRANSLATE_NOOP("patch", "again, to be sure"), QT_TRANSLATE_NOOP("patch", "to be sure"), QT_TRANSLATE_NOOP("patch", "smaller"),
        QT_TRANSLATE_NOOP("patch", "warming up"), QT_TRANSLATE_NOOP("patch", "for the correction"),
        QT_TRANSLATE_NOOP("patch", "brightness turned by hand"), QT_TRANSLATE_NOOP("patch", "white after a turn of the menu"), QT_TRANSLATE_NOOP("patch", "to see whether readings lag"),
        QT_TRANSLATE_NOOP("patch", "for light from outside"), QT_TRANSLATE_NOOP("patch", "which cannot be"),
        QT_TRANSLATE_NOOP("patch", "room light"), QT_TRANSLATE_NOOP("patch", "light skin"), QT_TRANSLATE_NOOP("patch", "dark skin"),
        QT_TRANSLATE_NOOP("patch", "sky"), QT_TRANSLATE_NOOP("patch", "foliage"), QT_TRANSLATE_NOOP("patch", "yellow"),
        QT_TRANSLATE_NOOP("patch", "navy"), QT_TRANSLATE_NOOP("patch", "shallow water"), QT_TRANSLATE_NOOP("patch", "magenta"),
        QT_TRANSLATE_NOOP("patch", "cyan"), QT_TRANSLATE_NOOP("patch", "brown"), QT_TRANSLATE_NOOP("patch", "dark green"),
        QT_TRANSLATE_NOOP("patch", "dark red"), QT_TRANSLATE_NOOP("patch", "orange"), QT_TRANSLATE_NOOP("patch", "pink"),
        QT_TRANSLATE_NOOP("patch", "purple"), QT_TRANSLATE_NOOP("patch", "dark cyan"), QT_TRANSLATE_NOOP("patch", "larger"),
        QT_TRANSLATE_NOOP("patch", "black beside white"), QT_TRANSLATE_NOOP("patch", "for it may be white"),
        QT_TRANSLATE_NOOP("patch", "peak"), QT_TRANSLATE_NOOP("patch", "lasting"), QT_TRANSLATE_NOOP("patch", "reference"), QT_TRANSLATE_NOOP("patch", "room"),
    };
    return all;
}

std::span<const char *const> dataSentences()
{
    static constexpr const char *all[]{
        QT_TRANSLATE_NOOP("data", "program"), QT_TRANSLATE_NOOP("data", "colour keeper"), // who works
        QT_TRANSLATE_NOOP("data", "Photo"),
        QT_TRANSLATE_NOOP("data", "For retouching and photographs seen on screens: daylight white, a brightness that suits a dim office."),
        QT_TRANSLATE_NOOP("data", "Dim room"),
        QT_TRANSLATE_NOOP("data", "The same white for a darkened room: less light tires the eye less and keeps prints from coming out dark."),
        QT_TRANSLATE_NOOP("data", "Print proof"),
        QT_TRANSLATE_NOOP("data", "Where screen and print lie side by side under a D50 viewing lamp: warm white, even steps of lightness."),
        QT_TRANSLATE_NOOP("data", "Proofing booth"),
        QT_TRANSLATE_NOOP("data", "White as bright as paper in a booth of 500 lux with a D50 lamp."),
        QT_TRANSLATE_NOOP("data", "Web"),
        QT_TRANSLATE_NOOP("data", "What most visitors' screens aim at: the sRGB curve and daylight white."),
        QT_TRANSLATE_NOOP("data", "Video, dark room"),
        QT_TRANSLATE_NOOP("data", "Grading in the dark: the curve of BT.1886 at the level of reference screens."),
        QT_TRANSLATE_NOOP("data", "Video, daylight"),
        QT_TRANSLATE_NOOP("data", "Cutting by day: a flatter curve keeps the shadows open in a bright room."),
        QT_TRANSLATE_NOOP("data", "Bright office"),
        QT_TRANSLATE_NOOP("data", "For a room whose light cannot be lowered."),
        QT_TRANSLATE_NOOP("data", "As it is"),
        QT_TRANSLATE_NOOP("data", "The display's own white at its full light: for screens whose controls must not be touched."),
        QT_TRANSLATE_NOOP("data", "strict"),
        QT_TRANSLATE_NOOP("data", "For colour that leaves the house: a mean nobody sees, no patch beyond the limit for good."),
        QT_TRANSLATE_NOOP("data", "studio"),
        QT_TRANSLATE_NOOP("data", "Daily work: hard to see side by side, and no patch at fault."),
        QT_TRANSLATE_NOOP("data", "relaxed"),
        QT_TRANSLATE_NOOP("data", "Not for professional work: office screens and laptops."),
    };
    return all;
}

std::span<const char *const> controlNames()
{
    static constexpr const char *all[]{
        QT_TRANSLATE_NOOP("control", "brightness"), QT_TRANSLATE_NOOP("control", "contrast"), QT_TRANSLATE_NOOP("control", "red"),
        QT_TRANSLATE_NOOP("control", "green"), QT_TRANSLATE_NOOP("control", "blue"), QT_TRANSLATE_NOOP("control", "backlight"),
        QT_TRANSLATE_NOOP("control", "sharpness"), QT_TRANSLATE_NOOP("control", "saturation"), QT_TRANSLATE_NOOP("control", "hue"),
        QT_TRANSLATE_NOOP("control", "gamma"), QT_TRANSLATE_NOOP("control", "turns by hand"),
    };
    return all;
}
// clang-format on

} // namespace lamp
