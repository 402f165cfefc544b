// SPDX-License-Identifier: GPL-3.0-or-later
// Reading profiles.
#include "icc/icc.h"

#include "colour/spaces.h"
#include "icc/lcms_handles.h"

#include <algorithm>
#include <cmath>
#include <cstring>

namespace lamp {

using namespace lcms;

struct Profile::Handles {
    Context context = quietContext();
    ProfileHandle profile, lab;
    std::array<Transform, 3> toLab, fromLab; ///< by intent; the others than relative when first asked for

    bool prepare(Intent intent)
    {
        const auto i = size_t(intent);
        if (!toLab[i]) {
            constexpr cmsUInt32Number flags = cmsFLAGS_NOOPTIMIZE | cmsFLAGS_NOCACHE;
            toLab[i].reset(cmsCreateTransformTHR(raw(context), profile.get(), TYPE_RGB_DBL, lab.get(), TYPE_Lab_DBL, cmsUInt32Number(i), flags));
            fromLab[i].reset(cmsCreateTransformTHR(raw(context), lab.get(), TYPE_Lab_DBL, profile.get(), TYPE_RGB_DBL, cmsUInt32Number(i), flags));
        }
        return toLab[i] && fromLab[i];
    }
    /// The intent to use: relative where another cannot be made.
    size_t usable(Intent intent) { return prepare(intent) ? size_t(intent) : size_t(Intent::Relative); }
};

namespace {

/// In pieces whose number the engine can take.
template <typename From, typename To> void inPieces(cmsHTRANSFORM transform, std::span<const From> from, std::span<To> to)
{
    constexpr size_t kPiece = 65536;
    for (size_t i = 0; i < from.size(); i += kPiece) {
        cmsDoTransform(transform, from.data() + i, to.data() + i, cmsUInt32Number(std::min(kPiece, from.size() - i)));
    }
}

// The engine reads and writes three doubles side by side, as colours and drives are held.
static_assert(sizeof(Lab) == sizeof(cmsCIELab) && sizeof(Drive) == 3 * sizeof(cmsFloat64Number));

Drive withinRange(Drive d)
{
    for (int c = 0; c < 3; ++c) {
        d[c] = std::isfinite(d[c]) ? std::clamp(d[c], 0.0, 1.0) : 0.0;
    }
    return d;
}

} // namespace

Profile::Profile(std::unique_ptr<Handles> handles) : m_handles(std::move(handles)) {}
Profile::Profile(Profile &&) noexcept = default;
Profile &Profile::operator=(Profile &&) noexcept = default;
Profile::~Profile() = default;

Result<Profile> Profile::open(const Bytes &bytes)
{
    auto h = std::make_unique<Handles>();
    if (bytes.size() < 132 || std::memcmp(bytes.data() + 36, "acsp", 4) != 0) {
        return profileError(say("no-icc-profile-header"));
    }
    h->profile.reset(cmsOpenProfileFromMemTHR(raw(h->context), bytes.data(), cmsUInt32Number(bytes.size())));
    if (!h->profile) {
        return profileError(say("icc-profile-damaged-header"));
    }
    if (cmsGetColorSpace(h->profile.get()) != cmsSigRgbData) {
        return profileError(say("icc-profile-not-rgb"));
    }
    h->lab.reset(cmsCreateLab4ProfileTHR(raw(h->context), nullptr));
    if (!h->prepare(Intent::Relative)) {
        return profileError(say("icc-profile-lacks-what"));
    }
    return Profile(std::move(h));
}

Lab Profile::colourOf(const Drive &rgb, Intent intent) const
{
    Lab lab;
    inPieces(m_handles->toLab[m_handles->usable(intent)].get(), std::span(&rgb, 1), std::span(&lab, 1));
    return lab;
}

Drive Profile::driveFor(const Lab &lab, Intent intent) const
{
    Drive drive;
    inPieces(m_handles->fromLab[m_handles->usable(intent)].get(), std::span(&lab, 1), std::span(&drive, 1));
    return withinRange(drive);
}

std::vector<Lab> Profile::coloursOf(std::span<const Drive> rgb, Intent intent) const
{
    std::vector<Lab> lab(rgb.size());
    inPieces(m_handles->toLab[m_handles->usable(intent)].get(), rgb, std::span(lab));
    return lab;
}

std::vector<Drive> Profile::drivesFor(std::span<const Lab> lab, Intent intent) const
{
    std::vector<Drive> drives(lab.size());
    inPieces(m_handles->fromLab[m_handles->usable(intent)].get(), lab, std::span(drives));
    std::transform(drives.begin(), drives.end(), drives.begin(), withinRange);
    return drives;
}

bool Profile::tables() const
{
    constexpr std::array<cmsTagSignature, 6> kTables{cmsSigAToB0Tag, cmsSigAToB1Tag, cmsSigBToA0Tag, cmsSigBToA1Tag, cmsSigDToB1Tag, cmsSigBToD1Tag};
    return std::any_of(kTables.begin(), kTables.end(), [this](cmsTagSignature tag) { return cmsIsTag(m_handles->profile.get(), tag) != 0; });
}

Eigen::Matrix3d Profile::chad() const
{
    const auto *rows = static_cast<const cmsFloat64Number *>(cmsReadTag(m_handles->profile.get(), cmsSigChromaticAdaptationTag));
    Eigen::Matrix3d m = Eigen::Matrix3d::Identity();
    if (rows != nullptr) {
        for (int i = 0; i < 9; ++i) {
            m(i / 3, i % 3) = rows[i];
        }
    }
    return m;
}

std::optional<Ramps> Profile::ramps(int entries) const
{
    auto *const *curves = static_cast<cmsToneCurve **>(cmsReadTag(m_handles->profile.get(), cmsSigVcgtTag));
    if (curves == nullptr) {
        return std::nullopt;
    }
    Ramps ramps;
    for (int i = 0; i < entries; ++i) {
        const auto v = cmsFloat32Number(double(i) / (entries - 1));
        for (int c = 0; c < 3; ++c) {
            ramps.channel(c).push_back(std::clamp(double(cmsEvalToneCurveFloat(curves[c], v)), 0.0, 1.0));
        }
    }
    return ramps;
}

std::string lcms::textOf(cmsHPROFILE profile, cmsInfoType what)
{
    const cmsUInt32Number size = cmsGetProfileInfo(profile, what, "en", "US", nullptr, 0);
    std::wstring wide(size / sizeof(wchar_t) + 1, L'\0');
    cmsGetProfileInfo(profile, what, "en", "US", wide.data(), size);
    return utf8Of(wide.c_str());
}

namespace {

std::string signature(cmsUInt32Number s)
{
    std::string text;
    for (int shift = 24; shift >= 0; shift -= 8) {
        const char c = char(s >> shift & 0xFF);
        text += c >= 32 && c < 127 ? c : '?';
    }
    while (!text.empty() && text.back() == ' ') {
        text.pop_back();
    }
    return text;
}

} // namespace

namespace {

std::string hexOf(const std::array<std::uint8_t, 16> &bytes)
{
    std::string text;
    for (const auto byte : bytes) {
        std::array<char, 3> hex{};
        std::snprintf(hex.data(), hex.size(), "%02x", byte);
        text += hex.data();
    }
    return text;
}

} // namespace

std::string profileIdText(const Bytes &profile)
{
    return profile.size() < 128 ? std::string() : hexOf(profileId(profile));
}

Profile::Facts Profile::facts() const
{
    cmsHPROFILE p = m_handles->profile.get();
    Facts f;
    f.description = textOf(p, cmsInfoDescription);
    f.copyright = textOf(p, cmsInfoCopyright);
    f.version = fixed(cmsGetProfileVersion(p), 1);
    f.deviceClass = signature(cmsGetDeviceClass(p));
    f.colourSpace = signature(cmsGetColorSpace(p));
    f.connectionSpace = signature(cmsGetPCS(p));
    std::tm when{};
    if (cmsGetHeaderCreationDateTime(p, &when)) {
        std::array<char, 40> text{};
        std::strftime(text.data(), text.size(), "%Y-%m-%dT%H:%M:%SZ", &when);
        f.created = text.data();
    }
    std::array<cmsUInt8Number, 16> id{};
    cmsGetHeaderProfileID(p, id.data());
    f.id = hexOf(id);
    f.tables = tables();
    if (const auto *lumi = static_cast<const cmsCIEXYZ *>(cmsReadTag(p, cmsSigLuminanceTag))) {
        f.luminance = lumi->Y;
    }
    const Eigen::Matrix3d undo = chad().inverse();
    const auto unadapted = [&](const Lab &lab) { return chromaticity(RelXYZ(undo * xyzOf(lab, iccD50()).vec())); };
    f.white = unadapted({100, 0, 0});
    const std::array<Drive, 3> corners{{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}}};
    for (size_t c = 0; c < 3; ++c) {
        f.primaries[c] = unadapted(colourOf(corners[c]));
    }
    const std::array<cmsTagSignature, 3> trc{cmsSigRedTRCTag, cmsSigGreenTRCTag, cmsSigBlueTRCTag};
    for (size_t c = 0; c < 3; ++c) {
        if (const auto *curve = static_cast<const cmsToneCurve *>(cmsReadTag(p, trc[c]))) {
            f.gammas[c] = std::max(0.0, cmsEstimateGamma(curve, 0.05));
        }
    }
    f.display = textOf(p, cmsInfoModel);
    if (!cmsIsTag(p, cmsSigDeviceModelDescTag)) {
        f.display.clear();
    }
    if (const auto *view = static_cast<const cmsICCViewingConditions *>(cmsReadTag(p, cmsSigViewingConditionsTag))) {
        f.roomWhite = XYZ(view->IlluminantXYZ.X, view->IlluminantXYZ.Y, view->IlluminantXYZ.Z);
    }
    if (const auto *targ = static_cast<const cmsMLU *>(cmsReadTag(p, cmsSigCharTargetTag))) {
        const cmsUInt32Number size = cmsMLUgetASCII(targ, cmsNoLanguage, cmsNoCountry, nullptr, 0);
        f.readings.resize(size);
        cmsMLUgetASCII(targ, cmsNoLanguage, cmsNoCountry, f.readings.data(), size);
        f.readings.resize(std::strlen(f.readings.c_str()));
    }
    for (int i = 0; i < cmsGetTagCount(p); ++i) {
        f.tags.push_back(signature(cmsGetTagSignature(p, cmsUInt32Number(i))));
    }
    return f;
}

} // namespace lamp
