// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/icc.h"

#include "colour/spaces.h"
#include "profile/shown_display.h"

#include <lcms2.h>

#include <algorithm>
#include <cmath>
#include <cstring>

namespace lamp {

namespace {

constexpr int kCurveEntries = 1024;

double sampledAt(const std::vector<double> &list, double drive)
{
    const double at = std::clamp(drive, 0.0, 1.0) * double(list.size() - 1);
    const size_t i = std::min(size_t(at), list.size() - 2);
    const double t = at - double(i);
    return list[i] * (1 - t) + list[i + 1] * t;
}

Error profileError(const std::string &what)
{
    return {ErrorKind::Input, what, "Nothing was changed.", "Choose an ICC profile of a display (RGB).", "profile", false};
}

struct ContextCloser {
    void operator()(void *c) const { cmsDeleteContext(static_cast<cmsContext>(c)); }
};
using Context = std::unique_ptr<void, ContextCloser>;

Context quietContext()
{
    Context context(cmsCreateContext(nullptr, nullptr));
    cmsSetLogErrorHandlerTHR(static_cast<cmsContext>(context.get()), [](cmsContext, cmsUInt32Number, const char *) {});
    return context;
}

cmsContext raw(const Context &c)
{
    return static_cast<cmsContext>(c.get());
}

struct ProfileCloser {
    void operator()(void *p) const { cmsCloseProfile(p); }
};
using ProfileHandle = std::unique_ptr<void, ProfileCloser>;

struct CurveFreer {
    void operator()(cmsToneCurve *c) const { cmsFreeToneCurve(c); }
};
using Curve = std::unique_ptr<cmsToneCurve, CurveFreer>;

struct MluFreer {
    void operator()(cmsMLU *m) const { cmsMLUfree(m); }
};
using Mlu = std::unique_ptr<cmsMLU, MluFreer>;

Curve curveOf(cmsContext context, const std::vector<double> &values)
{
    std::vector<cmsUInt16Number> table;
    table.reserve(values.size());
    for (const double v : values) {
        table.push_back(cmsUInt16Number(std::lround(std::clamp(v, 0.0, 1.0) * 65535)));
    }
    return Curve(cmsBuildTabulatedToneCurve16(context, cmsUInt32Number(table.size()), table.data()));
}

bool writeText(cmsContext context, cmsHPROFILE profile, cmsTagSignature tag, const std::string &text)
{
    const Mlu mlu(cmsMLUalloc(context, 1));
    std::wstring wide;
    // UTF-8 to wide characters, for the signs that names may carry (m², °).
    for (size_t i = 0; i < text.size();) {
        const auto c = static_cast<unsigned char>(text[i]);
        const int length = c < 0x80 ? 1 : (c < 0xE0 ? 2 : (c < 0xF0 ? 3 : 4));
        wchar_t code = wchar_t(length == 1 ? c : (c & (0xFF >> (length + 1))));
        for (int k = 1; k < length && i + size_t(k) < text.size(); ++k) {
            code = wchar_t((code << 6) | (static_cast<unsigned char>(text[i + size_t(k)]) & 0x3F));
        }
        wide += code;
        i += size_t(length);
    }
    return mlu && cmsMLUsetWide(mlu.get(), "en", "US", wide.c_str()) && cmsWriteTag(profile, tag, mlu.get());
}

Bytes saved(cmsHPROFILE profile)
{
    cmsUInt32Number size = 0;
    if (!cmsSaveProfileToMem(profile, nullptr, &size)) {
        return {};
    }
    Bytes bytes(size);
    if (!cmsSaveProfileToMem(profile, bytes.data(), &size)) {
        return {};
    }
    return bytes;
}

/// Puts a date into a profile's header (bytes 24 to 35, ICC.1 7.2.10) and lets Little CMS compute the ID anew.
Bytes dated(const Bytes &bytes, WallTime created)
{
    Bytes out = bytes;
    const std::string iso = isoTime(created);
    const std::array<int, 6> parts{std::stoi(iso.substr(0, 4)),  std::stoi(iso.substr(5, 2)),  std::stoi(iso.substr(8, 2)),
                                   std::stoi(iso.substr(11, 2)), std::stoi(iso.substr(14, 2)), std::stoi(iso.substr(17, 2))};
    for (size_t i = 0; i < 6; ++i) {
        out[24 + 2 * i] = std::uint8_t(parts[i] >> 8);
        out[25 + 2 * i] = std::uint8_t(parts[i] & 0xFF);
    }
    const Context context = quietContext();
    const ProfileHandle profile(cmsOpenProfileFromMemTHR(raw(context), out.data(), cmsUInt32Number(out.size())));
    if (!profile || !cmsMD5computeID(profile.get())) {
        return {};
    }
    std::array<cmsUInt8Number, 16> id{};
    cmsGetHeaderProfileID(profile.get(), id.data());
    std::copy(id.begin(), id.end(), out.begin() + 84);
    return out;
}

/// What every display profile of ours carries besides its colour transform.
bool writeCommonTags(cmsContext context, cmsHPROFILE profile, const ProfileText &text, cmsColorSpaceSignature connection, const Eigen::Matrix3d &chad,
                     double luminance, const Ramps &ramps)
{
    cmsSetProfileVersion(profile, text.version == 2 ? 2.4 : 4.3);
    cmsSetDeviceClass(profile, cmsSigDisplayClass);
    cmsSetColorSpace(profile, cmsSigRgbData);
    cmsSetPCS(profile, connection);
    cmsSetHeaderRenderingIntent(profile, INTENT_RELATIVE_COLORIMETRIC);
    bool good =
        writeText(context, profile, cmsSigProfileDescriptionTag, text.description) && writeText(context, profile, cmsSigCopyrightTag, text.copyright);
    const cmsCIEXYZ d50{0.9642, 1.0, 0.8249};
    good = good && cmsWriteTag(profile, cmsSigMediaWhitePointTag, &d50);
    std::array<double, 9> chadRows{};
    for (int i = 0; i < 9; ++i) {
        chadRows[size_t(i)] = chad(i / 3, i % 3);
    }
    good = good && cmsWriteTag(profile, cmsSigChromaticAdaptationTag, chadRows.data());
    const cmsCIEXYZ light{0, luminance, 0};
    good = good && cmsWriteTag(profile, cmsSigLuminanceTag, &light);
    if (!ramps.empty()) {
        const Curve r = curveOf(context, ramps.r), g = curveOf(context, ramps.g), b = curveOf(context, ramps.b);
        const std::array<cmsToneCurve *, 3> all{r.get(), g.get(), b.get()};
        good = good && cmsWriteTag(profile, cmsSigVcgtTag, all.data());
    }
    return good;
}

} // namespace

XYZ MatrixModel::evaluate(const Drive &rgb) const
{
    Eigen::Vector3d amounts;
    for (int c = 0; c < 3; ++c) {
        amounts[c] = sampledAt(light[size_t(c)], rgb[c]);
    }
    return XYZ(channels * amounts + black.vec());
}

Result<Bytes> writeMatrixProfile(const MatrixModel &model, const Ramps &ramps, const ProfileText &text)
{
    const XYZ white = model.white();
    const RelXYZ relativeWhite = relativeTo(white, white.b);
    const Eigen::Matrix3d chad = adaptation(relativeWhite, iccD50());
    // Black as amounts of the channels: XYZ = Σ channel (light + k) = Σ channel (1 + k) · (light + k)/(1 + k).
    const Eigen::Vector3d k = model.channels.partialPivLu().solve(model.black.vec()).cwiseMax(0.0);
    Eigen::Matrix3d colorants = model.channels;
    for (int c = 0; c < 3; ++c) {
        colorants.col(c) *= (1 + k[c]);
    }
    // The columns add up to the white exactly, whatever was clipped above.
    const Eigen::Vector3d scale = colorants.partialPivLu().solve(white.vec());
    const Eigen::Matrix3d pcs = chad * (colorants * scale.asDiagonal()) / white.b;

    const Context context = quietContext();
    const ProfileHandle profile(cmsCreateProfilePlaceholder(raw(context)));
    bool good = profile && writeCommonTags(raw(context), profile.get(), text, cmsSigXYZData, chad, white.b, ramps);
    const std::array<cmsTagSignature, 3> colorantTags{cmsSigRedColorantTag, cmsSigGreenColorantTag, cmsSigBlueColorantTag};
    const std::array<cmsTagSignature, 3> curveTags{cmsSigRedTRCTag, cmsSigGreenTRCTag, cmsSigBlueTRCTag};
    for (int c = 0; c < 3; ++c) {
        cmsCIEXYZ xyz{pcs(0, c), pcs(1, c), pcs(2, c)};
        std::vector<double> curve(kCurveEntries);
        for (int i = 0; i < kCurveEntries; ++i) {
            curve[size_t(i)] = (sampledAt(model.light[size_t(c)], double(i) / (kCurveEntries - 1)) + k[c]) / (1 + k[c]);
        }
        const Curve trc = curveOf(raw(context), curve);
        good =
            good && trc && cmsWriteTag(profile.get(), colorantTags[size_t(c)], &xyz) && cmsWriteTag(profile.get(), curveTags[size_t(c)], trc.get());
    }
    const Bytes bytes = good ? dated(saved(profile.get()), text.created) : Bytes{};
    if (bytes.empty()) {
        return profileError("The profile could not be written.");
    }
    return bytes;
}

namespace {

struct PipelineFreer {
    void operator()(cmsPipeline *p) const { cmsPipelineFree(p); }
};
using Pipeline = std::unique_ptr<cmsPipeline, PipelineFreer>;

/// a* = b* = 0 lies at 128/255 of the encoding; this moves it onto the middle node of an odd grid.
double neutralToMiddle(double x)
{
    constexpr double zero = 128.0 / 255;
    return x <= zero ? 0.5 * x / zero : 0.5 + 0.5 * (x - zero) / (1 - zero);
}

double middleToNeutral(double y)
{
    constexpr double zero = 128.0 / 255;
    return y <= 0.5 ? y / 0.5 * zero : zero + (y - 0.5) / 0.5 * (1 - zero);
}

/// Lab to the 16 bits of a table: version 2 ends its scale at 0xFF00, version 4 at 0xFFFF (ICC.1, 6.3.4).
void encode(const Lab &lab, int version, cmsUInt16Number *out)
{
    const cmsCIELab value{lab.a, lab.b, lab.c};
    version == 2 ? cmsFloat2LabEncodedV2(out, &value) : cmsFloat2LabEncoded(out, &value);
}

Pipeline aToB(cmsContext context, const ShownDisplay &model, int version, int grid)
{
    Pipeline pipeline(cmsPipelineAlloc(context, 3, 3));
    cmsStage *table = cmsStageAllocCLut16bit(context, cmsUInt32Number(grid), 3, 3, nullptr);
    struct Job {
        const ShownDisplay *model;
        int version;
    } job{&model, version};
    const auto sample = [](const cmsUInt16Number *in, cmsUInt16Number *out, void *cargo) -> cmsInt32Number {
        const Job &j = *static_cast<Job *>(cargo);
        encode(j.model->lab({in[0] / 65535.0, in[1] / 65535.0, in[2] / 65535.0}), j.version, out);
        return TRUE;
    };
    if (!cmsStageSampleCLut16bit(table, sample, &job, 0)
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, cmsStageAllocToneCurves(context, 3, nullptr))
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, table)
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, cmsStageAllocToneCurves(context, 3, nullptr))) {
        return nullptr;
    }
    return pipeline;
}

Pipeline bToA(cmsContext context, const ShownDisplay &model, int version, int grid)
{
    Pipeline pipeline(cmsPipelineAlloc(context, 3, 3));
    // Version 2 keeps its own scale inside the table, so its neutral lies at 0x8000 of 0xFFFF, nearly the middle.
    std::vector<double> toMiddle, identity;
    for (int i = 0; i < 4096; ++i) {
        toMiddle.push_back(neutralToMiddle(i / 4095.0));
        identity.push_back(i / 4095.0);
    }
    const Curve l = curveOf(context, identity), ab = curveOf(context, version == 2 ? identity : toMiddle);
    const std::array<cmsToneCurve *, 3> curves{l.get(), ab.get(), ab.get()};
    cmsStage *table = cmsStageAllocCLut16bit(context, cmsUInt32Number(grid), 3, 3, nullptr);
    struct Job {
        const ShownDisplay *model;
        int version;
        Drive last;
    } job{&model, version, {0.5, 0.5, 0.5}};
    const auto sample = [](const cmsUInt16Number *in, cmsUInt16Number *out, void *cargo) -> cmsInt32Number {
        Job &j = *static_cast<Job *>(cargo);
        Lab lab;
        if (j.version == 2) {
            cmsCIELab value{};
            cmsLabEncoded2FloatV2(&value, in);
            lab = {std::min(value.L, 100.0), value.a, value.b};
        } else {
            lab = {in[0] / 655.35, middleToNeutral(in[1] / 65535.0) * 255 - 128, middleToNeutral(in[2] / 65535.0) * 255 - 128};
        }
        // The node before is a neighbour: a good place to start from, unless it lies at a corner.
        Drive start;
        for (int c = 0; c < 3; ++c) {
            start[c] = std::clamp(0.8 * j.last[c] + 0.2 * lab.a / 100, 0.02, 0.98);
        }
        j.last = j.model->driveFor(lab, start);
        for (int c = 0; c < 3; ++c) {
            out[c] = cmsUInt16Number(std::lround(65535 * j.last[c]));
        }
        return TRUE;
    };
    if (!cmsStageSampleCLut16bit(table, sample, &job, 0)
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, cmsStageAllocToneCurves(context, 3, curves.data()))
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, table)
        || !cmsPipelineInsertStage(pipeline.get(), cmsAT_END, cmsStageAllocToneCurves(context, 3, nullptr))) {
        return nullptr;
    }
    return pipeline;
}

} // namespace

Result<Bytes> writeTableProfile(const ShownDisplay &display, const Ramps &ramps, const ProfileText &text, int grid)
{
    const Context context = quietContext();
    const ProfileHandle profile(cmsCreateProfilePlaceholder(raw(context)));
    bool good = profile && writeCommonTags(raw(context), profile.get(), text, cmsSigLabData, display.chad(), display.white().b, ramps);
    const Pipeline forward = aToB(raw(context), display, text.version, grid), inverse = bToA(raw(context), display, text.version, grid);
    good = good && forward && inverse && cmsWriteTag(profile.get(), cmsSigAToB0Tag, forward.get())
           && cmsWriteTag(profile.get(), cmsSigBToA0Tag, inverse.get());
    for (const cmsTagSignature tag : {cmsSigAToB1Tag, cmsSigAToB2Tag}) {
        good = good && cmsLinkTag(profile.get(), tag, cmsSigAToB0Tag);
    }
    for (const cmsTagSignature tag : {cmsSigBToA1Tag, cmsSigBToA2Tag}) {
        good = good && cmsLinkTag(profile.get(), tag, cmsSigBToA0Tag);
    }
    const Bytes bytes = good ? dated(saved(profile.get()), text.created) : Bytes{};
    if (bytes.empty()) {
        return profileError("The profile could not be written.");
    }
    return bytes;
}

struct Profile::Handles {
    Context context;
    ProfileHandle profile, lab;
    cmsHTRANSFORM toLab = nullptr, fromLab = nullptr;

    Handles() : context(quietContext()) {}
    Handles(const Handles &) = delete;
    Handles &operator=(const Handles &) = delete;
    ~Handles()
    {
        if (toLab != nullptr) {
            cmsDeleteTransform(toLab);
        }
        if (fromLab != nullptr) {
            cmsDeleteTransform(fromLab);
        }
    }
};

Profile::Profile(std::unique_ptr<Handles> handles) : m_handles(std::move(handles)) {}
Profile::Profile(Profile &&) noexcept = default;
Profile &Profile::operator=(Profile &&) noexcept = default;
Profile::~Profile() = default;

Result<Profile> Profile::open(const Bytes &bytes)
{
    auto h = std::make_unique<Handles>();
    if (bytes.size() < 132 || std::memcmp(bytes.data() + 36, "acsp", 4) != 0) {
        return profileError("This is no ICC profile: its header is missing or cut short.");
    }
    h->profile.reset(cmsOpenProfileFromMemTHR(raw(h->context), bytes.data(), cmsUInt32Number(bytes.size())));
    if (!h->profile) {
        return profileError("This ICC profile is damaged: its header or tag table cannot be read.");
    }
    if (cmsGetColorSpace(h->profile.get()) != cmsSigRgbData) {
        return profileError("This ICC profile is not for an RGB device.");
    }
    h->lab.reset(cmsCreateLab4ProfileTHR(raw(h->context), nullptr));
    constexpr cmsUInt32Number flags = cmsFLAGS_NOOPTIMIZE | cmsFLAGS_NOCACHE;
    h->toLab =
        cmsCreateTransformTHR(raw(h->context), h->profile.get(), TYPE_RGB_DBL, h->lab.get(), TYPE_Lab_DBL, INTENT_RELATIVE_COLORIMETRIC, flags);
    h->fromLab =
        cmsCreateTransformTHR(raw(h->context), h->lab.get(), TYPE_Lab_DBL, h->profile.get(), TYPE_RGB_DBL, INTENT_RELATIVE_COLORIMETRIC, flags);
    if (h->toLab == nullptr || h->fromLab == nullptr) {
        return profileError("This ICC profile lacks what is needed to show colours with it (matrix and curves, or tables).");
    }
    return Profile(std::move(h));
}

Lab Profile::colourOf(const Drive &rgb) const
{
    const std::array<double, 3> in{rgb.a, rgb.b, rgb.c};
    cmsCIELab out{};
    cmsDoTransform(m_handles->toLab, in.data(), &out, 1);
    return {out.L, out.a, out.b};
}

Drive Profile::driveFor(const Lab &lab) const
{
    const cmsCIELab in{lab.a, lab.b, lab.c};
    std::array<double, 3> out{};
    cmsDoTransform(m_handles->fromLab, &in, out.data(), 1);
    for (double &v : out) {
        v = std::isfinite(v) ? std::clamp(v, 0.0, 1.0) : 0.0;
    }
    return {out[0], out[1], out[2]};
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

namespace {

std::string textOf(cmsHPROFILE profile, cmsInfoType what)
{
    const cmsUInt32Number size = cmsGetProfileInfoASCII(profile, what, "en", "US", nullptr, 0);
    std::string text(size, '\0');
    if (size > 0) {
        cmsGetProfileInfoASCII(profile, what, "en", "US", text.data(), size);
        text.resize(std::strlen(text.c_str()));
    }
    return text;
}

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
    for (const auto byte : id) {
        std::array<char, 3> hex{};
        std::snprintf(hex.data(), hex.size(), "%02x", byte);
        f.id += hex.data();
    }
    f.tables = cmsIsTag(p, cmsSigAToB0Tag) || cmsIsTag(p, cmsSigAToB1Tag);
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
    for (int i = 0; i < cmsGetTagCount(p); ++i) {
        f.tags.push_back(signature(cmsGetTagSignature(p, cmsUInt32Number(i))));
    }
    return f;
}

std::vector<std::string> findings(const Profile &profile, WallTime now)
{
    const Profile::Facts f = profile.facts();
    std::vector<std::string> found;
    if (f.deviceClass != "mntr") {
        found.push_back("Its class is \"" + f.deviceClass + "\", not a display's (mntr).");
    }
    const auto has = [&](const char *tag) { return std::find(f.tags.begin(), f.tags.end(), tag) != f.tags.end(); };
    for (const char *tag : {"desc", "cprt", "wtpt"}) {
        if (!has(tag)) {
            found.push_back(std::string("The required tag \"") + tag + "\" is missing.");
        }
    }
    if (f.version.front() >= '4' && !has("chad")) {
        found.push_back("It has no chad tag, so the display's own white cannot be told.");
    }
    if (fromIsoTime(f.created) > now + std::chrono::hours(26)) {
        found.push_back("Its creation date " + f.created + " lies in the future.");
    }
    double previous = -1;
    bool falls = false;
    for (int i = 0; i <= 64; ++i) {
        const double l = profile.colourOf({i / 64.0, i / 64.0, i / 64.0}).a;
        falls = falls || l < previous - 0.05;
        previous = std::max(previous, l);
    }
    if (falls) {
        found.push_back("Its grays do not rise steadily from black to white.");
    }
    for (const RgbSpace &space : rgbSpaces()) {
        double distance = 0;
        for (size_t c = 0; c < 3; ++c) {
            distance = std::max(distance, std::hypot(space.primaries[c].x - f.primaries[c].x, space.primaries[c].y - f.primaries[c].y));
        }
        if (distance < 0.002) {
            found.push_back("Its primaries are those of " + space.name + " to the third decimal: it describes a standard, not a panel.");
            break;
        }
    }
    if (const auto ramps = profile.ramps(256)) {
        for (int c = 0; c < 3; ++c) {
            const auto &list = ramps->channel(c);
            if (!std::is_sorted(list.begin(), list.end())) {
                found.push_back(std::string("Its calibration ramp for ") + (c == 0 ? "red" : (c == 1 ? "green" : "blue")) + " falls somewhere.");
            }
        }
    }
    return found;
}

} // namespace lamp
