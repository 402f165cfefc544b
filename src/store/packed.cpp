// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/packed.h"

#include "base/json.h"
#include "colour/difference.h"

#include <QCryptographicHash>
#include <QtEndian>

#include <algorithm>
#include <cmath>
#include <cstring>
#include <numeric>
#include <stdexcept>
#include <zlib.h>

namespace lamp::store {

using Json = nlohmann::json;

namespace {

constexpr qsizetype kMostUnpacked = 256 * 1024 * 1024;
constexpr size_t kMostNumbers = 1 << 20;
constexpr int kMostOrder = 4;
constexpr int kAsTheyAre = 0, kLightGrid = 32; ///< beside 8..16: the bits of a LUT's code

Unreadable damaged()
{
    return Unreadable(say("packed-content-damaged"));
}

double unitOf(int bits)
{
    return bits == kLightGrid ? kLightSteps : double((1 << bits) - 1);
}

/// The grid that gives every number back, or kAsTheyAre.
int gridOf(const std::vector<double> &numbers)
{
    for (const int bits : {8, 10, 12, 14, 16, kLightGrid}) {
        const double unit = unitOf(bits);
        bool all = true;
        for (const double v : numbers) {
            all = all && std::abs(v) < 1000 && std::nearbyint(v * unit) / unit == v && !(v == 0 && std::signbit(v));
        }
        if (all) {
            return bits;
        }
    }
    return kAsTheyAre;
}

void putNumber(QByteArray &out, std::uint64_t v)
{
    for (; v >= 0x80; v >>= 7) {
        out += char((v & 0x7F) | 0x80);
    }
    out += char(v);
}

std::uint64_t takeNumber(const QByteArray &in, qsizetype &at)
{
    std::uint64_t v = 0;
    for (int shift = 0; shift < 64; shift += 7) {
        if (at >= in.size()) {
            break;
        }
        const auto byte = std::uint8_t(in[at++]);
        v |= std::uint64_t(byte & 0x7F) << shift;
        if (byte < 0x80) {
            return v;
        }
    }
    throw damaged();
}

std::uint64_t zigzag(std::int64_t v)
{
    return (std::uint64_t(v) << 1) ^ std::uint64_t(v >> 63);
}

std::int64_t unzigzag(std::uint64_t v)
{
    return std::int64_t(v >> 1) ^ -std::int64_t(v & 1);
}

void putBlock(QByteArray &out, const QByteArray &block)
{
    putNumber(out, std::uint64_t(block.size()));
    out += block;
}

QByteArray takeBlock(const QByteArray &in, qsizetype &at)
{
    const auto size = takeNumber(in, at);
    if (size > std::uint64_t(in.size() - at)) {
        throw damaged();
    }
    const QByteArray block = in.mid(at, qsizetype(size));
    at += qsizetype(size);
    return block;
}

QByteArray inflated(const QByteArray &bytes)
{
    auto out = inflate(bytes, kMostUnpacked);
    if (!out) {
        throw damaged();
    }
    return *std::move(out);
}

Json packedCurves(const std::array<std::vector<double>, 3> &curves)
{
    QByteArray all;
    for (const auto &curve : curves) {
        putBlock(all, packNumbers(curve));
    }
    return Json::binary(std::vector<std::uint8_t>(all.begin(), all.end()));
}

std::array<std::vector<double>, 3> curvesFrom(const Json &json)
{
    const auto &binary = json.get_binary();
    const QByteArray all(reinterpret_cast<const char *>(binary.data()), qsizetype(binary.size()));
    std::array<std::vector<double>, 3> curves;
    qsizetype at = 0;
    for (auto &curve : curves) {
        curve = unpackNumbers(takeBlock(all, at));
    }
    return curves;
}

/// The colours of a verification repeat names, drives and wanted colours of its readings: these point at them.
void pointAtReadings(Json &colours, const std::vector<Measurement> &readings, const std::vector<VerifiedColour> &verified)
{
    size_t from = 0;
    for (size_t i = 0; i < verified.size(); ++i) {
        const TestColour &c = verified[i].colour;
        // They stand in the order in which they were read: the search goes on behind the one found last.
        for (size_t k = 0; k < readings.size(); ++k) {
            const Measurement &m = readings[(from + k) % readings.size()];
            if (m.name == c.name && m.rgb == c.rgb && m.wanted == c.wanted) {
                from = (from + k + 1) % readings.size();
                colours[i].erase("name");
                colours[i].erase("rgb");
                colours[i].erase("wanted");
                colours[i]["of"] = m.index;
                if (deltaE2000(c.wanted, verified[i].measured) == verified[i].deltaE) {
                    colours[i].erase("delta_e");
                }
                if (m.xyz == verified[i].xyz) { // not where drift was taken out
                    colours[i].erase("XYZ");
                }
                if (m.sigma == verified[i].sigma) {
                    colours[i].erase("sigma");
                }
                break;
            }
        }
    }
}

/// Grays that verification read point at its colours.
void pointAtColours(Json &grays, const std::vector<GrayResult> &read, const std::vector<VerifiedColour> &verified)
{
    for (size_t i = 0; i < read.size(); ++i) {
        const auto it =
            std::find_if(verified.begin(), verified.end(), [&](const VerifiedColour &c) { return c.xyz == read[i].xyz && c.sigma == read[i].sigma; });
        if (it != verified.end()) {
            grays[i].erase("XYZ");
            grays[i].erase("sigma");
            grays[i]["of"] = it - verified.begin();
        }
    }
}

} // namespace

int codeBits(const std::vector<double> &numbers)
{
    const int grid = gridOf(numbers);
    return grid == kLightGrid ? 0 : grid;
}

std::optional<QByteArray> inflate(const QByteArray &bytes, qsizetype most)
{
    constexpr qsizetype kHead = 4, kMostGain = 1100; // zlib gains a factor of 1032 at most
    if (bytes.size() < kHead) {
        return std::nullopt;
    }
    const auto size = qsizetype(qFromBigEndian<quint32>(bytes.constData()));
    if (size > most || size / kMostGain > bytes.size()) {
        return std::nullopt;
    }
    if (size == 0) {
        return bytes.size() == kHead ? std::optional(QByteArray()) : std::nullopt; // of nothing, Qt writes the head alone
    }
    // Qt's own reader takes the size at the beginning for a guess and goes on beyond it, without end.
    QByteArray out(size, Qt::Uninitialized);
    auto length = uLongf(size);
    const int status = uncompress(reinterpret_cast<Bytef *>(out.data()), &length, reinterpret_cast<const Bytef *>(bytes.constData() + kHead),
                                  uLong(bytes.size() - kHead));
    return status == Z_OK && qsizetype(length) == size ? std::optional(std::move(out)) : std::nullopt;
}

QByteArray packNumbers(const std::vector<double> &numbers)
{
    const int grid = gridOf(numbers);
    QByteArray head;
    head += char(grid);
    putNumber(head, numbers.size());
    if (grid == kAsTheyAre) {
        head.append(reinterpret_cast<const char *>(numbers.data()), qsizetype(numbers.size() * sizeof(double)));
        return head;
    }
    std::vector<std::uint64_t> steps; // unsigned: differences of differences may wrap, and wrap back
    for (const double v : numbers) {
        steps.push_back(std::uint64_t(std::int64_t(std::nearbyint(v * unitOf(grid)))));
    }
    QByteArray best;
    for (int order = 1; order <= kMostOrder; ++order) {
        std::adjacent_difference(steps.begin(), steps.end(), steps.begin());
        QByteArray out = head + char(order);
        for (const std::uint64_t step : steps) {
            putNumber(out, zigzag(std::int64_t(step)));
        }
        best = best.isEmpty() || qCompress(out).size() < qCompress(best).size() ? out : best;
    }
    return best;
}

std::vector<double> unpackNumbers(const QByteArray &bytes)
{
    if (bytes.isEmpty()) {
        throw damaged();
    }
    const int grid = bytes[0];
    qsizetype at = 1;
    const auto count = takeNumber(bytes, at);
    const int order = grid == kAsTheyAre || at >= bytes.size() ? 0 : bytes[at++];
    const auto left = std::uint64_t(bytes.size() - at);
    const bool known = grid == kAsTheyAre || ((grid == kLightGrid || (grid >= 8 && grid <= 16)) && order >= 1 && order <= kMostOrder);
    if (!known || count > kMostNumbers || left < (grid == kAsTheyAre ? count * sizeof(double) : count)) {
        throw damaged();
    }
    std::vector<double> numbers(count);
    if (grid == kAsTheyAre) {
        if (count > 0) {
            std::memcpy(numbers.data(), bytes.constData() + at, count * sizeof(double));
        }
        return numbers;
    }
    std::vector<std::uint64_t> steps(count);
    for (std::uint64_t &step : steps) {
        step = std::uint64_t(unzigzag(takeNumber(bytes, at)));
    }
    for (int i = 0; i < order; ++i) {
        std::partial_sum(steps.begin(), steps.end(), steps.begin());
    }
    std::transform(steps.begin(), steps.end(), numbers.begin(), [&](std::uint64_t v) { return double(std::int64_t(v)) / unitOf(grid); });
    return numbers;
}

QByteArray packProfile(const Bytes &profile)
{
    // The tables in it are smooth words of two bytes, big-endian: their differences compress better, its texts worse.
    QByteArray plain = QByteArray(1, '\0') + asBytes(profile), words(1, '\1');
    unsigned last = 0;
    for (size_t i = 0; i + 1 < profile.size(); i += 2) {
        const unsigned word = unsigned(profile[i]) << 8 | profile[i + 1], step = word - last;
        words += char(step >> 8);
        words += char(step);
        last = word;
    }
    if (profile.size() % 2 == 1) {
        words += char(profile.back());
    }
    // Tables of hundreds of kilobytes gain a hundredth by the highest level, and take three times as long.
    const int level = profile.size() < 32768 ? 9 : 6;
    const QByteArray a = qCompress(plain, level), b = qCompress(words, level);
    return a.size() <= b.size() ? a : b;
}

Bytes unpackProfile(const QByteArray &bytes)
{
    const QByteArray all = inflated(bytes);
    if (all.isEmpty()) {
        throw damaged();
    }
    Bytes profile(all.begin() + 1, all.end());
    if (all[0] == 1) {
        unsigned last = 0;
        for (size_t i = 0; i + 1 < profile.size(); i += 2) {
            last += unsigned(profile[i]) << 8 | profile[i + 1];
            profile[i] = std::uint8_t(last >> 8);
            profile[i + 1] = std::uint8_t(last);
        }
    }
    return profile;
}

QByteArray packRamps(const Ramps &ramps)
{
    QByteArray all;
    for (int c = 0; c < 3; ++c) {
        putBlock(all, packNumbers(ramps.channel(c)));
    }
    return qCompress(all, 9);
}

Ramps unpackRamps(const QByteArray &bytes)
{
    const QByteArray all = inflated(bytes);
    Ramps ramps;
    qsizetype at = 0;
    for (int c = 0; c < 3; ++c) {
        ramps.channel(c) = unpackNumbers(takeBlock(all, at));
    }
    return ramps;
}

QByteArray packSheet(const VisitRecord &record, bool stored)
{
    // What stands in columns and tables of its own is left out.
    Json j = recordJson(record);
    for (const char *kept : {"states", "profile", "ramps", "reasons", "warnings"}) {
        j.erase(kept);
    }
    j["findings"] = record.reasons.size() + record.warnings.size();
    for (const char *kept : {"target", "tolerance", "profile_in"}) {
        j["plan"].erase(kept);
    }
    j["light"] = packedCurves(record.light);
    j["native_light"] = packedCurves(record.nativeLight);
    if (stored) {
        pointAtReadings(j["verification"]["colours"], record.readings, record.verification.colours);
        pointAtColours(j["gray"]["grays"], record.gray.grays, record.verification.colours);
    }
    const auto cbor = Json::to_cbor(j);
    return qCompress(reinterpret_cast<const uchar *>(cbor.data()), int(cbor.size()), 9);
}

Result<VisitRecord> unpackSheet(const QByteArray &bytes, const std::string &target, const std::string &tolerance,
                                const std::vector<Measurement> &readings, const Said &said)
{
    try {
        const QByteArray plain = inflated(bytes);
        Json j = Json::from_cbor(plain.begin(), plain.end());
        j["states"] = statesJson({});
        j["profile"] = "";
        if (j.contains("findings")) { // version 7 kept them here, too
            if (j["findings"].get<size_t>() != said.reasons.size() + said.warnings.size()) {
                throw Unreadable(say("its-findings-missing"));
            }
            j["reasons"] = messagesJson(said.reasons);
            j["warnings"] = messagesJson(said.warnings);
        }
        j["ramps"] = {Json::array(), Json::array(), Json::array()};
        j["plan"]["target"] = Json::parse(target);
        j["plan"]["tolerance"] = Json::parse(tolerance);
        j["plan"]["profile_in"] = "";
        const auto light = curvesFrom(j.at("light")), native = curvesFrom(j.at("native_light"));
        j["light"] = light;
        j["native_light"] = native;
        std::map<int, const Measurement *> byNumber;
        for (const Measurement &m : readings) {
            byNumber[m.index] = &m;
        }
        for (Json &c : j.at("verification").at("colours")) {
            if (c.contains("of")) {
                const Measurement &m = *byNumber.at(c["of"].get<int>());
                const Lab wanted = m.wanted.value(); // throws where it is gone: no colour is black
                c["name"] = m.name;
                c["rgb"] = {m.rgb.a, m.rgb.b, m.rgb.c};
                c["wanted"] = {wanted.a, wanted.b, wanted.c};
                if (!c.contains("delta_e")) {
                    const Json &lab = c.at("measured");
                    c["delta_e"] = deltaE2000(wanted, {lab.at(0).get<double>(), lab.at(1).get<double>(), lab.at(2).get<double>()});
                }
                if (!c.contains("XYZ")) {
                    c["XYZ"] = {m.xyz.a, m.xyz.b, m.xyz.c};
                }
                if (!c.contains("sigma")) {
                    c["sigma"] = {m.sigma.a, m.sigma.b, m.sigma.c};
                }
            }
        }
        for (Json &gray : j.at("gray").at("grays")) {
            if (gray.contains("of")) {
                const Json &c = j.at("verification").at("colours").at(gray["of"].get<size_t>());
                gray["XYZ"] = c.at("XYZ");
                gray["sigma"] = c.at("sigma");
            }
        }
        return recordOf(j);
    } catch (const std::exception &e) {
        return Error{ErrorKind::Storage, say("stored-visit-unreadable", reasonOf(e)), say("left-as-it-is"), {}, "record", false};
    }
}

QByteArray sha256(const QByteArray &bytes)
{
    return QCryptographicHash::hash(bytes, QCryptographicHash::Sha256);
}

} // namespace lamp::store
