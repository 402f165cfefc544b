// SPDX-License-Identifier: GPL-3.0-or-later
// Writing profiles: what all have in common, and the matrix form.
#include "base/names.h"
#include "base/text.h"
#include "icc/lcms_handles.h"

#include "colour/spaces.h"
#include "icc/parametric.h"

#include <lcms2_plugin.h>

#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace lamp {

Error profileError(Message what)
{
    return {ErrorKind::Input, std::move(what), say("nothing-changed"), say("choose-icc-profile-display"), "profile", false};
}

namespace lcms {

std::string utf8Of(const std::wstring &wide)
{
    std::string text;
    for (size_t i = 0; i < wide.size(); ++i) {
        auto code = std::uint32_t(wide[i]);
        const std::uint32_t next = i + 1 < wide.size() ? std::uint32_t(wide[i + 1]) : 0;
        if (code >= 0xD800 && code < 0xDC00 && next >= 0xDC00 && next < 0xE000) {
            code = 0x10000 + ((code - 0xD800) << 10) + (next - 0xDC00);
            ++i;
        } else if ((code >= 0xD800 && code < 0xE000) || code > 0x10FFFF) {
            code = 0xFFFD; // half a sign
        }
        if (code < 0x80) {
            text += char(code);
        } else if (code < 0x800) {
            text += {char(0xC0 | code >> 6), char(0x80 | (code & 0x3F))};
        } else if (code < 0x10000) {
            text += {char(0xE0 | code >> 12), char(0x80 | (code >> 6 & 0x3F)), char(0x80 | (code & 0x3F))};
        } else {
            text += {char(0xF0 | (code >> 18 & 7)), char(0x80 | (code >> 12 & 0x3F)), char(0x80 | (code >> 6 & 0x3F)), char(0x80 | (code & 0x3F))};
        }
    }
    return text;
}

namespace {

/// The largest block that a profile may ask for: a table of 65 nodes takes 5 MB, so more is a lie in a damaged file.
constexpr cmsUInt32Number kLargestBlock = 64U << 20;

void *allocate(cmsContext, cmsUInt32Number size)
{
    return size > 0 && size <= kLargestBlock ? std::malloc(size) : nullptr;
}

void release(cmsContext, void *block)
{
    std::free(block);
}

void *reallocate(cmsContext, void *block, cmsUInt32Number size)
{
    return size <= kLargestBlock ? std::realloc(block, size) : nullptr;
}

cmsPluginMemHandler modestMemory()
{
    cmsPluginMemHandler plugin{};
    plugin.base = {cmsPluginMagicNumber, 2000, cmsPluginMemHandlerSig, nullptr};
    plugin.MallocPtr = allocate;
    plugin.FreePtr = release;
    plugin.ReallocPtr = reallocate;
    return plugin;
}

} // namespace

Context quietContext()
{
    static cmsPluginMemHandler memory = modestMemory();
    Context context(cmsCreateContext(&memory, nullptr));
    cmsSetLogErrorHandlerTHR(static_cast<cmsContext>(context.get()), [](cmsContext, cmsUInt32Number, const char *) {});
    return context;
}

namespace {

/// A curve of at most as many entries as anything of 16 bits has need of.
std::vector<double> thinned(const std::vector<double> &given)
{
    constexpr size_t kMost = 4096;
    if (given.size() <= kMost) {
        return given;
    }
    std::vector<double> fewer;
    for (size_t i = 0; i < kMost; ++i) {
        const double at = double(i) * double(given.size() - 1) / double(kMost - 1);
        const size_t k = std::min(size_t(at), given.size() - 2);
        fewer.push_back(given[k] + (at - double(k)) * (given[k + 1] - given[k]));
    }
    return fewer;
}

/// `vcgt` as a table of as many entries as the ramps have: Little CMS would write 256 of them, and a display's own table may be finer.
Bytes vcgtOf(const Ramps &ramps);

} // namespace

Curve curveOf(cmsContext context, const std::vector<double> &given)
{
    const std::vector<double> values = thinned(given);
    std::vector<cmsUInt16Number> table;
    table.reserve(values.size());
    for (const double v : values) {
        table.push_back(cmsUInt16Number(std::lround(std::clamp(v, 0.0, 1.0) * 65535)));
    }
    return Curve(cmsBuildTabulatedToneCurve16(context, cmsUInt32Number(table.size()), table.data()));
}

namespace {

/// UTF-8 to UTF-16, each unit in a wide character: so Little CMS writes them, and what lies beyond the first plane of
/// Unicode takes two.
std::wstring wideOf(const std::string &text)
{
    std::wstring wide;
    for (size_t at = 0; at < text.size();) {
        const char32_t c = nextCodePoint(text, at);
        if (c >= 0x10000) {
            wide += wchar_t(0xD800 + ((c - 0x10000) >> 10));
            wide += wchar_t(0xDC00 + ((c - 0x10000) & 0x3FF));
        } else {
            wide += wchar_t(c);
        }
    }
    return wide;
}

/// For readers that know seven bits only.
std::string asciiOf(const std::wstring &wide)
{
    std::string text;
    for (const wchar_t c : wide) {
        text += c < 128 ? char(c) : (c == L'\u00b2' ? '2' : (c == L'\u0394' ? 'd' : '?'));
    }
    return text;
}

bool writeText(cmsContext context, cmsHPROFILE profile, cmsTagSignature tag, const std::string &text)
{
    const Mlu mlu(cmsMLUalloc(context, 2));
    const std::wstring wide = wideOf(text);
    // Version 2 takes the record without a language for its seven-bit form.
    return mlu && cmsMLUsetWide(mlu.get(), "en", "US", wide.c_str())
           && (cmsGetProfileVersion(profile) >= 4 || cmsMLUsetASCII(mlu.get(), cmsNoLanguage, cmsNoCountry, asciiOf(wide).c_str()))
           && cmsWriteTag(profile, tag, mlu.get());
}

bool writePlain(cmsContext context, cmsHPROFILE profile, cmsTagSignature tag, const std::string &text)
{
    const Mlu mlu(cmsMLUalloc(context, 1));
    return mlu && cmsMLUsetASCII(mlu.get(), cmsNoLanguage, cmsNoCountry, asciiOf(wideOf(text)).c_str()) && cmsWriteTag(profile, tag, mlu.get());
}

cmsCIEXYZ cmsOf(const Eigen::Vector3d &v)
{
    return {v[0], v[1], v[2]};
}

} // namespace

bool writeCommonTags(cmsContext context, cmsHPROFILE profile, const ProfileText &text, cmsColorSpaceSignature connection, const Eigen::Matrix3d &chad,
                     double luminance, const XYZ &black, const Ramps &ramps)
{
    cmsSetProfileVersion(profile, text.version == 2 ? 2.4 : 4.3);
    cmsSetDeviceClass(profile, cmsSigDisplayClass);
    cmsSetColorSpace(profile, cmsSigRgbData);
    cmsSetPCS(profile, connection);
    cmsSetHeaderRenderingIntent(profile, INTENT_RELATIVE_COLORIMETRIC);
    bool good =
        writeText(context, profile, cmsSigProfileDescriptionTag, text.description) && writeText(context, profile, cmsSigCopyrightTag, text.copyright);
    if (!text.display.empty()) {
        good = good && writeText(context, profile, cmsSigDeviceModelDescTag, text.display);
    }
    const cmsCIEXYZ d50{0.9642, 1.0, 0.8249};
    good = good && cmsWriteTag(profile, cmsSigMediaWhitePointTag, &d50);
    std::array<double, 9> chadRows{};
    for (int i = 0; i < 9; ++i) {
        chadRows[size_t(i)] = chad(i / 3, i % 3);
    }
    good = good && cmsWriteTag(profile, cmsSigChromaticAdaptationTag, chadRows.data());
    const cmsCIEXYZ light{0, luminance, 0};
    good = good && cmsWriteTag(profile, cmsSigLuminanceTag, &light);
    if (text.version == 2) {
        const cmsCIEXYZ darkest = cmsOf(chad * black.vec() / luminance);
        good = good && cmsWriteTag(profile, cmsSigMediaBlackPointTag, &darkest);
    }
    // Emission, 1931 observer, no geometry and no illuminant to speak of (ICC.1, 10.14).
    const cmsICCMeasurementConditions conditions{1, {0, 0, 0}, 0, 0, 0};
    good = good && cmsWriteTag(profile, cmsSigMeasurementTag, &conditions);
    if (text.roomWhite) {
        // Surround: the usual gray wall, a fifth of white (ICC.1:2010, 10.27 leaves it to the writer).
        constexpr double kWall = 0.2;
        const cmsICCViewingConditions viewing{cmsOf(text.roomWhite->vec()), cmsOf(kWall * text.roomWhite->vec()), 0};
        good = good && cmsWriteTag(profile, cmsSigViewingConditionsTag, &viewing);
    }
    if (!text.readings.empty()) {
        good = good && writePlain(context, profile, cmsSigCharTargetTag, text.readings);
    }
    if (!ramps.empty()) {
        const Bytes table = vcgtOf(ramps);
        good = good && cmsWriteRawTag(profile, cmsSigVcgtTag, table.data(), cmsUInt32Number(table.size()));
    }
    return good;
}

namespace {

/// Big-endian numbers, one after the other.
class BigEndian {
public:
    explicit BigEndian(Bytes &bytes) : m_bytes(bytes) {}
    void put8(int v) { m_bytes.push_back(std::uint8_t(v)); }
    void put16(int v)
    {
        put8(v >> 8);
        put8(v);
    }
    void put32(std::uint32_t v)
    {
        put16(int(v >> 16));
        put16(int(v & 0xFFFF));
    }
    void put(const std::vector<double> &curve)
    {
        const size_t at = m_bytes.size();
        m_bytes.resize(at + 2 * curve.size());
        std::uint8_t *out = m_bytes.data() + at;
        for (const double v : curve) {
            const int code = int(std::clamp(v, 0.0, 1.0) * 65535 + 0.5);
            *out++ = std::uint8_t(code >> 8);
            *out++ = std::uint8_t(code);
        }
    }
    /// Three curves as `curv` tags, each filled up to a multiple of four.
    void putCurves(const std::array<const std::vector<double> *, 3> &curves)
    {
        for (const auto *curve : curves) {
            put32(cmsSigCurveType);
            put32(0);
            put32(curve != nullptr ? std::uint32_t(curve->size()) : 0);
            if (curve != nullptr) {
                put(*curve);
            }
            fill();
        }
    }
    void putFixed(double v) { put32(std::uint32_t(std::int32_t(std::lround(v * 65536)))); }
    /// Rows, then what is added.
    void putMatrix(const Eigen::Matrix3d &rows, const Eigen::Vector3d &added)
    {
        for (int i = 0; i < 9; ++i) {
            putFixed(rows(i / 3, i % 3));
        }
        for (int i = 0; i < 3; ++i) {
            putFixed(added[i]);
        }
    }
    void fill()
    {
        while (m_bytes.size() % 4 != 0) {
            put8(0);
        }
    }

private:
    Bytes &m_bytes;
};

Bytes vcgtOf(const Ramps &ramps)
{
    constexpr int kTable = 0, kChannels = 3, kBytesEach = 2;
    const std::array<std::vector<double>, 3> channels{thinned(ramps.r), thinned(ramps.g), thinned(ramps.b)};
    Bytes bytes;
    BigEndian to(bytes);
    to.put32(cmsSigVcgtType);
    to.put32(0);
    to.put32(kTable);
    to.put16(kChannels);
    to.put16(int(channels[0].size()));
    to.put16(kBytesEach);
    for (const auto &channel : channels) {
        to.put(channel);
    }
    to.fill();
    return bytes;
}

void putAt(Bytes &bytes, size_t at, std::uint32_t number)
{
    for (size_t i = 0; i < 4; ++i) {
        bytes[at + i] = std::uint8_t(number >> (24 - 8 * i));
    }
}

/// Of a table in version 4, with room for the offsets of: B curves (on the connection's side), matrix, M curves, table, A curves (on the
/// device's side).
void putTableHeader(BigEndian &out, bool toConnection)
{
    out.put32(toConnection ? cmsSigLutAtoBType : cmsSigLutBtoAType);
    out.put32(0);
    for (const int v : {3, 3, 0, 0}) {
        out.put8(v);
    }
    for (int i = 0; i < 5; ++i) {
        out.put32(0);
    }
}

/// Room for a table's nodes of two bytes a number, behind its sizes. \return where they begin
size_t putTableRoom(Bytes &bytes, BigEndian &out, int grid)
{
    for (int i = 0; i < 16; ++i) {
        out.put8(i < 3 ? grid : 0);
    }
    out.put32(0x02000000); // two bytes for each number
    const size_t nodes = bytes.size();
    bytes.resize(nodes + size_t(grid) * size_t(grid) * size_t(grid) * 6);
    out.fill();
    return nodes;
}

} // namespace

TableTag::TableTag(ProfileFile &file, const std::vector<cmsTagSignature> &names, const TableTransform &transform, int version, bool toConnection)
    : m_file(&file)
{
    const size_t from = file.bytes().size();
    if (version < 4) {
        layOut2(transform);
    } else {
        layOut4(transform, toConnection);
    }
    file.enter(names, from);
}

void TableTag::layOut2(const TableTransform &t)
{
    static const std::vector<double> straight{0, 1};
    Bytes &bytes = m_file->bytes();
    BigEndian out(bytes);
    out.put32(cmsSigLut16Type);
    out.put32(0);
    for (const int v : {3, 3, t.grid, 0}) {
        out.put8(v);
    }
    for (int i = 0; i < 9; ++i) {
        out.put32(i % 4 == 0 ? 0x10000 : 0);
    }
    for (const auto *side : {&t.before, &t.after}) {
        out.put16(int(((*side)[0] != nullptr ? *(*side)[0] : straight).size()));
    }
    for (const auto *curve : t.before) {
        out.put(curve != nullptr ? *curve : straight);
    }
    m_table = bytes.size();
    bytes.resize(m_table + size_t(t.grid * t.grid * t.grid) * 6);
    for (const auto *curve : t.after) {
        out.put(curve != nullptr ? *curve : straight);
    }
}

void TableTag::layOut4(const TableTransform &t, bool toConnection)
{
    constexpr double kMostXyz = 1 + 32767.0 / 32768; // of the connection space (ICC.1:2010, 6.3.4.2)
    Bytes &bytes = m_file->bytes();
    const size_t start = bytes.size();
    BigEndian out(bytes);
    putTableHeader(out, toConnection);
    enum Part { B, Matrix, M, Table, A };
    const auto here = [&](Part part) { putAt(bytes, start + 12 + 4 * size_t(part), std::uint32_t(bytes.size() - start)); };
    here(B);
    out.putCurves({});
    here(Matrix);
    if (toConnection) {
        out.putMatrix(t.connection->rows / kMostXyz, t.connection->added / kMostXyz);
    } else {
        out.putMatrix(t.connection->rows * kMostXyz, t.connection->added);
    }
    here(M);
    out.putCurves(toConnection ? t.after : t.before);
    here(Table);
    m_table = putTableRoom(bytes, out, t.grid);
    here(A);
    out.putCurves(toConnection ? t.before : t.after);
}

std::array<std::uint8_t, 16> profileId(const Bytes &bytes)
{
    std::array<std::uint8_t, 128> header{};
    std::copy_n(bytes.begin(), header.size(), header.begin());
    std::fill_n(header.begin() + 44, 4, std::uint8_t(0));
    std::fill_n(header.begin() + 64, 4, std::uint8_t(0));
    std::fill_n(header.begin() + 84, 16, std::uint8_t(0));
    cmsHANDLE sum = cmsMD5alloc(nullptr);
    cmsMD5add(sum, header.data(), cmsUInt32Number(header.size()));
    cmsMD5add(sum, bytes.data() + header.size(), cmsUInt32Number(bytes.size() - header.size()));
    cmsProfileID id{};
    cmsMD5finish(&id, sum);
    std::array<std::uint8_t, 16> out{};
    std::copy_n(id.ID8, 16, out.begin());
    return out;
}

std::optional<ProfileFile> ProfileFile::of(cmsHPROFILE profile, size_t more)
{
    cmsUInt32Number size = 0;
    if (profile == nullptr || !cmsSaveProfileToMem(profile, nullptr, &size)) {
        return std::nullopt;
    }
    Bytes saved(size);
    if (!cmsSaveProfileToMem(profile, saved.data(), &size)) {
        return std::nullopt;
    }
    const auto number = [&saved](size_t at) {
        return std::uint32_t(saved[at]) << 24 | std::uint32_t(saved[at + 1]) << 16 | std::uint32_t(saved[at + 2]) << 8 | saved[at + 3];
    };
    constexpr size_t kTable = 128, kEntry = 12;
    const size_t before = number(kTable), behind = kTable + 4 + kEntry * before;
    ProfileFile file;
    file.m_entry = behind;
    // The tag table grows, and what follows it moves up.
    file.m_bytes.assign(saved.begin(), saved.begin() + long(behind));
    putAt(file.m_bytes, kTable, std::uint32_t(before + more));
    for (size_t i = 0; i < before; ++i) {
        const size_t offset = kTable + 4 + kEntry * i + 4;
        putAt(file.m_bytes, offset, std::uint32_t(number(offset) + kEntry * more));
    }
    file.m_bytes.resize(behind + kEntry * more);
    file.m_bytes.insert(file.m_bytes.end(), saved.begin() + long(behind), saved.end());
    BigEndian(file.m_bytes).fill();
    return file;
}

void ProfileFile::enter(const std::vector<cmsTagSignature> &names, size_t from)
{
    for (const cmsTagSignature name : names) {
        putAt(m_bytes, m_entry, name);
        putAt(m_bytes, m_entry + 4, std::uint32_t(from));
        putAt(m_bytes, m_entry + 8, std::uint32_t(m_bytes.size() - from));
        m_entry += 12;
    }
    BigEndian(m_bytes).fill();
}

Bytes ProfileFile::sealed(WallTime created) &&
{
    Bytes bytes = std::move(m_bytes);
    putAt(bytes, 0, std::uint32_t(bytes.size()));
    // The date (ICC.1:2010, 7.2.8), then the ID.
    const std::string iso = isoTime(created);
    const std::array<int, 6> parts{std::stoi(iso.substr(0, 4)),  std::stoi(iso.substr(5, 2)),  std::stoi(iso.substr(8, 2)),
                                   std::stoi(iso.substr(11, 2)), std::stoi(iso.substr(14, 2)), std::stoi(iso.substr(17, 2))};
    for (size_t i = 0; i < 6; ++i) {
        bytes[24 + 2 * i] = std::uint8_t(parts[i] >> 8);
        bytes[25 + 2 * i] = std::uint8_t(parts[i] & 0xFF);
    }
    // Little CMS enters itself as the creator and a platform that this is not: none of those that have a signature is
    // (ICC.1:2010, 7.2.17 and 7.2.10: 0 where there is none).
    std::fill_n(bytes.begin() + 40, 4, std::uint8_t(0));
    std::fill_n(bytes.begin() + 80, 4, std::uint8_t(0));
    // Version 2 has no ID: its place is reserved (ICC.1:2001-04, 6.1).
    if (bytes[8] >= 4) {
        const auto id = profileId(bytes);
        std::copy(id.begin(), id.end(), bytes.begin() + 84);
    }
    return bytes;
}

} // namespace lcms

using namespace lcms;

namespace {

constexpr int kCurveEntries = 1024;

} // namespace

XYZ MatrixModel::evaluate(const Drive &rgb) const
{
    Eigen::Vector3d amounts;
    for (int c = 0; c < 3; ++c) {
        amounts[c] = sampledAt(light[size_t(c)], rgb[c]);
    }
    return XYZ(channels * amounts + black.vec());
}

namespace {

/// A curve by formula for Little CMS, in the shortest form that holds it.
Curve formulaOf(cmsContext context, const ParametricCurve &p)
{
    const std::array<double, 7> all{p.g, p.a, p.b, p.c, p.d, p.e, p.f};
    // Types 1, 4 and 5 of the library are types 0, 3 and 4 of the standard.
    const int type = p.plainPower() ? 1 : (p.e == 0 && p.f == 0 && p.d > 0 ? 4 : 5);
    return Curve(cmsBuildParametricToneCurve(context, type, all.data()));
}

/// The three tone curves as the profile is to hold them.
std::array<Curve, 3> toneCurves(cmsContext context, const std::array<std::vector<double>, 3> &samples, const ProfileText &text)
{
    constexpr double kUnseen = 0.05; // L*
    std::array<Curve, 3> curves;
    bool formula = text.version >= 4 && text.curves != CurveForm::Sampled;
    for (size_t c = 0; c < 3 && formula; ++c) {
        const ParametricCurve fitted = fitParametric(samples[c]);
        formula = text.curves == CurveForm::Parametric || fitted.worst <= kUnseen;
        curves[c] = formulaOf(context, fitted);
    }
    for (size_t c = 0; c < 3 && !formula; ++c) {
        curves[c] = curveOf(context, samples[c]);
    }
    return curves;
}

constexpr std::array<const char *, 3> kCurveForms{"auto", "parametric", "sampled"};

} // namespace

std::string curveFormName(CurveForm form)
{
    return kCurveForms[size_t(form)];
}

std::optional<CurveForm> curveFormFromName(const std::string &name)
{
    return named<CurveForm>(kCurveForms, name);
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
    bool good = profile && writeCommonTags(raw(context), profile.get(), text, cmsSigXYZData, chad, white.b, model.black, ramps);
    const std::array<cmsTagSignature, 3> colorantTags{cmsSigRedColorantTag, cmsSigGreenColorantTag, cmsSigBlueColorantTag};
    const std::array<cmsTagSignature, 3> curveTags{cmsSigRedTRCTag, cmsSigGreenTRCTag, cmsSigBlueTRCTag};
    std::array<std::vector<double>, 3> samples;
    for (int c = 0; c < 3; ++c) {
        for (int i = 0; i < kCurveEntries; ++i) {
            samples[size_t(c)].push_back((sampledAt(model.light[size_t(c)], double(i) / (kCurveEntries - 1)) + k[c]) / (1 + k[c]));
        }
    }
    const std::array<Curve, 3> curves = toneCurves(raw(context), samples, text);
    for (int c = 0; c < 3; ++c) {
        const cmsCIEXYZ xyz{pcs(0, c), pcs(1, c), pcs(2, c)};
        good = good && curves[size_t(c)] && cmsWriteTag(profile.get(), colorantTags[size_t(c)], &xyz)
               && cmsWriteTag(profile.get(), curveTags[size_t(c)], curves[size_t(c)].get());
    }
    std::optional<ProfileFile> file = good ? ProfileFile::of(profile.get()) : std::nullopt;
    if (!file) {
        return profileError(say("profile-could-not-written"));
    }
    return std::move(*file).sealed(text.created);
}

} // namespace lamp
