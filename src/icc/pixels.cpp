// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/pixels.h"

#include "colour/spaces.h"
#include "icc/lcms_handles.h"

#include <array>
#include <cstring>

namespace lamp {

using namespace lcms;

struct PixelTransform::Handles {
    Context context = quietContext();
    Transform transform;
};

namespace {

/// sRGB's tone (IEC 61966-2-1), as a formula.
Curve srgbTone(cmsContext context)
{
    const std::array<cmsFloat64Number, 5> p{2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045};
    constexpr cmsInt32Number kSegments = 4; // Y = (aX + b)^g from d on, cX below
    return Curve(cmsBuildParametricToneCurve(context, kSegments, p.data()));
}

ProfileHandle profileOf(cmsContext context, const RgbSpace &space)
{
    const cmsCIExyY white{space.white.x, space.white.y, 1};
    const auto at = [](const Chromaticity &c) { return cmsCIExyY{c.x, c.y, 1}; };
    const cmsCIExyYTRIPLE primaries{at(space.primaries[0]), at(space.primaries[1]), at(space.primaries[2])};
    const Curve tone = srgbTone(context);
    const std::array<cmsToneCurve *, 3> tones{tone.get(), tone.get(), tone.get()};
    return ProfileHandle(cmsCreateRGBProfileTHR(context, &white, &primaries, tones.data()));
}

ProfileHandle graysOfSrgb(cmsContext context)
{
    const cmsCIExyY white{0.3127, 0.3290, 1};
    const Curve tone = srgbTone(context);
    return ProfileHandle(cmsCreateGrayProfileTHR(context, &white, tone.get()));
}

Error pictureError(Message what)
{
    return {ErrorKind::Input, std::move(what), say("nothing-changed"), {}, "profile", false};
}

/// A profile from bytes, with what is wrong where it is none.
Result<ProfileHandle> opened(cmsContext context, const Bytes &bytes)
{
    if (bytes.size() < 132 || std::memcmp(bytes.data() + 36, "acsp", 4) != 0) {
        return pictureError(say("no-icc-profile-header"));
    }
    ProfileHandle profile(cmsOpenProfileFromMemTHR(context, bytes.data(), cmsUInt32Number(bytes.size())));
    if (!profile) {
        return pictureError(say("icc-profile-damaged-header"));
    }
    return profile;
}

} // namespace

PixelTransform::PixelTransform(std::unique_ptr<Handles> handles, std::string name) : m_handles(std::move(handles)), m_name(std::move(name)) {}
PixelTransform::PixelTransform(PixelTransform &&) noexcept = default;
PixelTransform &PixelTransform::operator=(PixelTransform &&) noexcept = default;
PixelTransform::~PixelTransform() = default;

Result<PixelTransform> PixelTransform::toWorking(const Bytes &profile, Kind kind)
{
    auto h = std::make_unique<Handles>();
    const cmsContext context = raw(h->context);
    const bool gray = kind == Kind::Gray;
    ProfileHandle from = gray ? graysOfSrgb(context) : profileOf(context, *rgbSpace("sRGB"));
    std::string name;
    if (!profile.empty()) {
        auto own = opened(context, profile);
        if (!own) {
            return own.error();
        }
        from = std::move(own).value();
        name = textOf(from.get(), cmsInfoDescription);
    }
    if (cmsGetColorSpace(from.get()) != (gray ? cmsSigGrayData : cmsSigRgbData)) {
        return pictureError(say("picture-profile-other-space"));
    }
    const ProfileHandle working = profileOf(context, *rgbSpace(kWorkingSpace));
    h->transform.reset(cmsCreateTransformTHR(context, from.get(), gray ? TYPE_GRAY_16 : TYPE_RGBA_16, working.get(), TYPE_RGBA_16,
                                             INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_BLACKPOINTCOMPENSATION | (gray ? 0 : cmsFLAGS_COPY_ALPHA)));
    if (!h->transform) {
        return pictureError(say("icc-profile-lacks-what"));
    }
    return PixelTransform(std::move(h), std::move(name));
}

Result<PixelTransform> PixelTransform::proof(const Bytes &print, bool paperWhite, bool warn)
{
    auto h = std::make_unique<Handles>();
    const cmsContext context = raw(h->context);
    auto printer = opened(context, print);
    if (!printer) {
        return printer.error();
    }
    cmsHPROFILE profile = printer.value().get();
    if (cmsGetDeviceClass(profile) != cmsSigOutputClass || !cmsIsIntentSupported(profile, INTENT_RELATIVE_COLORIMETRIC, LCMS_USED_AS_OUTPUT)
        || !cmsIsIntentSupported(profile, INTENT_RELATIVE_COLORIMETRIC, LCMS_USED_AS_INPUT)) {
        return pictureError(say("no-print-profile"));
    }
    constexpr cmsUInt16Number kMiddle = 0x7000; // a gray that stands out from the colours around it
    const std::array<cmsUInt16Number, cmsMAXCHANNELS> alarm{kMiddle, kMiddle, kMiddle};
    cmsSetAlarmCodesTHR(context, alarm.data());
    const ProfileHandle working = profileOf(context, *rgbSpace(kWorkingSpace));
    // The way to the paper is relative with black scaled, as prints are made; the way back tells whether its white is seen.
    h->transform.reset(cmsCreateProofingTransformTHR(
        context, working.get(), TYPE_RGBA_16, working.get(), TYPE_RGBA_16, profile, INTENT_RELATIVE_COLORIMETRIC,
        paperWhite ? INTENT_ABSOLUTE_COLORIMETRIC : INTENT_RELATIVE_COLORIMETRIC,
        cmsFLAGS_SOFTPROOFING | cmsFLAGS_BLACKPOINTCOMPENSATION | cmsFLAGS_COPY_ALPHA | (warn ? cmsFLAGS_GAMUTCHECK : 0)));
    if (!h->transform) {
        return pictureError(say("no-print-profile"));
    }
    std::string name = textOf(profile, cmsInfoDescription);
    return PixelTransform(std::move(h), std::move(name));
}

void PixelTransform::apply(const std::uint16_t *from, std::uint16_t *to, int pixels) const
{
    cmsDoTransform(m_handles->transform.get(), from, to, cmsUInt32Number(pixels));
}

} // namespace lamp
