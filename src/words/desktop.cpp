// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/catalogue.h"

namespace lamp::catalogue {

// clang-format off
std::span<const Sentence> desktop()
{
    static constexpr Sentence all[]{
        {"notice-not-shown", QT_TRANSLATE_NOOP("words", "This desktop showed no notice: %1.")},
        {"no-session-bus", QT_TRANSLATE_NOOP("words", "there is no session bus")},
        {"notice-due", QT_TRANSLATE_NOOP("words", "Something is to be done for %1")},
        {"notice-of", QT_TRANSLATE_NOOP("words", "%1 (%2)")},
        {"profile-itself-installed", QT_TRANSLATE_NOOP("words", "The profile itself is installed.")},
        {"choose-desktop-settings-display", QT_TRANSLATE_NOOP("words", "Choose it in the desktop's settings for the display.")},
        {"desktop-colour-manager-knows", QT_TRANSLATE_NOOP("words", "The desktop's colour manager knows no device for %1")},
        {"desktop-colour-manager-did", QT_TRANSLATE_NOOP("words", "The desktop's colour manager did not take the profile")},
        {"desktop-colour-manager-did-not", QT_TRANSLATE_NOOP("words", "The desktop's colour manager did not make it the display's default profile: %1.")},
        {"desktop-colour-manager-default", QT_TRANSLATE_NOOP("words", "In the desktop's colour manager it is the default of %1.")},
        {"put-profile-into-use", QT_TRANSLATE_NOOP("words", "Apply the profile again.")},
        {"profile-ramps-could-not", QT_TRANSLATE_NOOP("words", "Profile and ramps could not be remembered, so they are not switched.")},
        {"what-use-before-look", QT_TRANSLATE_NOOP("words", "What was in use before the comparison could not be restored.")},
        {"no-profile-installed-output", QT_TRANSLATE_NOOP("words", "No profile is installed for the output %1.")},
        {"install-one-apply-profile", QT_TRANSLATE_NOOP("words", "Install one with apply --profile FILE --output %1.")},
        {"what-installed-cannot-read", QT_TRANSLATE_NOOP("words", "The list of installed profiles cannot be read: %1 is damaged.")},
        {"set-aside", QT_TRANSLATE_NOOP("words", "It was set aside as %1.")},
        {"install-profiles-again", QT_TRANSLATE_NOOP("words", "Install the profiles again.")},
        {"monitor-not-told-apart",
         QT_TRANSLATE_NOOP("words", "Another monitor may report the same identity (EDID). The profile stays with connector %1.")},
        {"no-profile-installed-none", QT_TRANSLATE_NOOP("words", "No profile is installed, and none is in use.")},
        {"use-not-installed-from", QT_TRANSLATE_NOOP("words", "\"%1\" is in use; it was not installed from here.")},
        {"unreadable-profile", QT_TRANSLATE_NOOP("words", "an unreadable profile")},
        {"installed-profile-file-gone", QT_TRANSLATE_NOOP("words", "The installed profile's file is missing: %1. Install it again.")},
        {"profile-use", QT_TRANSLATE_NOOP("words", "\"%1\" is the profile in use.")},
        {"installed-but-programs-find", QT_TRANSLATE_NOOP("words", "\"%1\" is installed, but programs find no profile: it was removed, or never applied. Apply it again.")},
        {"installed-but-programs-find-something", QT_TRANSLATE_NOOP("words", "\"%1\" is installed, but programs find \"%2\": another program set it. Apply yours again, or find out what did.")},
        {"output-no-gamma-ramps", QT_TRANSLATE_NOOP("words", "This output has no gamma ramps to load.")},
        {"profile-asks-no-ramps", QT_TRANSLATE_NOOP("words", "The profile asks for no ramps, and none are loaded.")},
        {"ramps-loaded", QT_TRANSLATE_NOOP("words", "Its ramps are loaded.")},
        {"ramps-not-loaded-output", QT_TRANSLATE_NOOP("words", "Its ramps are not loaded: the output's are linear. Something reset them; until they are back the profile is not valid.")},
        {"other-ramps-loaded-up", QT_TRANSLATE_NOOP("words", "Other ramps are loaded, up to %1 % of full drive off: something changed them (night colours, a game, another program). Until they are back the profile is not valid.")},
        {"wayland-session-program-may", QT_TRANSLATE_NOOP("words", "This is a Wayland session. There a program may not load gamma ramps or set a display's profile; only the desktop itself may. What works: the profile is copied into your colour folder and told to the desktop's colour manager where one runs; choose it in the desktop's settings for the display. What does not: loading its ramps from here, and proving that they are loaded. Where the desktop does not load them, calibrate the display by its own menu and profile it without ramps (visit --task profile).")},
        {"bench-only-reads-screen", QT_TRANSLATE_NOOP("words", "This bench only measures; the screen is the computer's own.")},
        {"refused-x-server-error", QT_TRANSLATE_NOOP("words", "%1 was refused by the X server (error %2).")},
        {"see-whether-another-program", QT_TRANSLATE_NOOP("words", "Check whether another program holds the screen.")},
        {"no-x-server", QT_TRANSLATE_NOOP("words", "There is no X server.")},
        {"no-x-server-at", QT_TRANSLATE_NOOP("words", "There is no X server at %1.")},
        {"start-x-session-or", QT_TRANSLATE_NOOP("words", "Start this in an X session, or give --display.")},
        {"x-server-no-randr", QT_TRANSLATE_NOOP("words", "This X server has no RandR 1.3, which carries outputs and gamma ramps.")},
        {"use-another-x-server", QT_TRANSLATE_NOOP("words", "Use another X server.")},
        {"x-server-does-not", QT_TRANSLATE_NOOP("words", "The X server does not say what is connected.")},
        {"see-whether-runs", QT_TRANSLATE_NOOP("words", "Check whether it runs.")},
        {"taking-profile-off", QT_TRANSLATE_NOOP("words", "Removing the profile")},
        {"installing-profile", QT_TRANSLATE_NOOP("words", "Installing the profile")},
        {"naming-convention", QT_TRANSLATE_NOOP("words", "Setting the profile's convention version")},
        {"output-no-gamma-ramps-2", QT_TRANSLATE_NOOP("words", "The output %1 has no gamma ramps.")},
        {"profile-installed-ramps-cannot", QT_TRANSLATE_NOOP("words", "A profile can be installed; ramps cannot be loaded.")},
        {"loading-ramps", QT_TRANSLATE_NOOP("words", "Loading the ramps")},
        {"what-screen-shows-cannot", QT_TRANSLATE_NOOP("words", "What the screen shows cannot be read.")},
        {"stand-needs-x-screen", QT_TRANSLATE_NOOP("words", "The simulated instrument needs an X screen of 24 bits.")},
    };
    return all;
}
// clang-format on

} // namespace lamp::catalogue
