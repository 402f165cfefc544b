// SPDX-License-Identifier: GPL-3.0-or-later
// The bytes of profiles that are written, read by a reader of the test's own that knows nothing but the standard: ICC.1:2010 (4.3) and
// ICC.1:2001-04 (2.4), section numbers of the former. Displays of all kinds, drawn at random.
#include "support.h"

#include "colour/spaces.h"
#include "icc/icc.h"
#include "judge/verification.h"
#include "panels.h"
#include "profile/table_profile.h"

#include <QCryptographicHash>

#include <algorithm>
#include <cmath>
#include <map>
#include <random>

namespace icc_bytes_test {

using namespace lamp;

namespace {

std::uint32_t u32(const Bytes &b, size_t at)
{
    return at + 4 <= b.size() ? std::uint32_t(b[at]) << 24 | std::uint32_t(b[at + 1]) << 16 | std::uint32_t(b[at + 2]) << 8 | b[at + 3] : 0;
}
std::uint16_t u16(const Bytes &b, size_t at)
{
    return at + 2 <= b.size() ? std::uint16_t(b[at] << 8 | b[at + 1]) : std::uint16_t(0);
}
/// s15Fixed16Number (4.6).
double fixed(const Bytes &b, size_t at)
{
    return std::int32_t(u32(b, at)) / 65536.0;
}
std::string four(const Bytes &b, size_t at)
{
    return at + 4 <= b.size() ? std::string(b.begin() + long(at), b.begin() + long(at) + 4) : std::string();
}

struct Tag {
    size_t offset = 0, size = 0;
};
using Tags = std::map<std::string, Tag>;

Tags tagsOf(const Bytes &b)
{
    Tags tags;
    const std::uint32_t count = u32(b, 128);
    for (std::uint32_t i = 0; i < count && i < 100; ++i) {
        tags[four(b, 132 + 12 * i)] = {u32(b, 136 + 12 * i), u32(b, 140 + 12 * i)};
    }
    return tags;
}

/// A display drawn at random.
MatrixModel anyDisplay(std::mt19937 &random)
{
    std::uniform_real_distribution<double> any(0, 1);
    const auto &spaces = rgbSpaces();
    MatrixModel m;
    const double white = 60 + 500 * any(random), gamma = 1.7 + 1.1 * any(random);
    m.channels = spaces[random() % spaces.size()].toXyz() * white;
    m.black = XYZ(white * 0.004 * any(random) * Eigen::Vector3d(0.98, 1.0, 1.2));
    for (auto &list : m.light) {
        const double own = gamma + 0.1 * any(random);
        for (int i = 0; i <= 255; ++i) {
            list.push_back(std::pow(i / 255.0, own));
        }
    }
    return m;
}

Ramps anyRamps(std::mt19937 &random)
{
    std::uniform_real_distribution<double> any(0, 1);
    Ramps r;
    const std::array<double, 3> top{0.8 + 0.2 * any(random), 0.8 + 0.2 * any(random), 0.8 + 0.2 * any(random)};
    for (int i = 0; i < 256; ++i) {
        r.r.push_back(top[0] * i / 255);
        r.g.push_back(top[1] * std::pow(i / 255.0, 1.1));
        r.b.push_back(top[2] * i / 255);
    }
    return r;
}

const WallTime kMade = fromIsoTime("2026-11-27T09:12:30Z");

Bytes anyProfile(std::mt19937 &random, int version, bool tables)
{
    ProfileText text{"Dunlin 32, D65, 120 cd/m²", "Free", kMade, version};
    text.display = "Dunlin 32 DU-0312";
    if (tables) {
        static const MadeUpPanel panel = additivePanel("Display P3", 120, 0.001);
        static const DisplayModel model(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        return writeTableProfile(ShownDisplay(model, {}), anyRamps(random), text).value();
    }
    return writeMatrixProfile(anyDisplay(random), anyRamps(random), text).value();
}

} // namespace

class TestIccBytes : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void profiles_data()
    {
        QTest::addColumn<int>("version");
        QTest::addColumn<bool>("tables");
        QTest::newRow("2, matrix") << 2 << false;
        QTest::newRow("4, matrix") << 4 << false;
        QTest::newRow("2, tables") << 2 << true;
        QTest::newRow("4, tables") << 4 << true;
    }

    // The calibration's table, as the makers of operating systems describe it (from memory: signature, reserved, 0 for a table, channels, entries,
    // bytes each, then channel after channel): as many entries as the display's own table has, and none rounded twice.
    void rampsAreWrittenWithAllTheirEntries()
    {
        for (const int entries : {256, 1024, 4096}) {
            Ramps ramps;
            for (int i = 0; i < entries; ++i) {
                const double v = double(i) / (entries - 1);
                ramps.r.push_back(0.9 * std::pow(v, 1.3));
                ramps.g.push_back(std::pow(v, 0.8));
                ramps.b.push_back(0.7 * v);
            }
            std::mt19937 random(3);
            const auto made = writeMatrixProfile(anyDisplay(random), ramps, {"Dunlin 32", "Free", kMade, 4});
            QVERIFY(made.ok());
            const Bytes &b = made.value();
            const Tag tag = tagsOf(b).at("vcgt");
            QCOMPARE(four(b, tag.offset), std::string("vcgt"));
            QCOMPARE(int(u32(b, tag.offset + 8)), 0);
            QCOMPARE(int(u16(b, tag.offset + 12)), 3);
            QCOMPARE(int(u16(b, tag.offset + 14)), entries);
            QCOMPARE(int(u16(b, tag.offset + 16)), 2);
            QVERIFY(tag.size >= size_t(18 + 6 * entries));
            for (int c = 0; c < 3; ++c) {
                for (int i = 0; i < entries; ++i) {
                    QCOMPARE(int(u16(b, tag.offset + 18 + size_t(2 * (c * entries + i)))), int(std::lround(65535 * ramps.channel(c)[size_t(i)])));
                }
            }
            // Little CMS reads them back so.
            const auto back = Profile::open(b)->ramps(entries);
            QVERIFY(back.has_value());
            LAMP_NEAR(back->g[size_t(entries / 3)], ramps.g[size_t(entries / 3)], 1.0 / 65535);
        }
    }

    // 7.2: the header, field by field.
    void header_data() { profiles_data(); }
    void header()
    {
        QFETCH(int, version);
        QFETCH(bool, tables);
        std::mt19937 random(5);
        for (int i = 0; i < (tables ? 1 : 20); ++i) {
            const Bytes b = anyProfile(random, version, tables);
            QCOMPARE(size_t(u32(b, 0)), b.size());      // 7.2.2
            QCOMPARE(int(b[8]), version);               // 7.2.4
            QCOMPARE(four(b, 12), std::string("mntr")); // 7.2.5
            QCOMPARE(four(b, 16), std::string("RGB ")); // 7.2.6
            const std::string connection = four(b, 20); // 7.2.7
            QVERIFY2(connection == "XYZ " || (tables && connection == "Lab "), connection.c_str());
            const std::array<int, 6> made{2026, 11, 27, 9, 12, 30}; // 7.2.8, in UTC
            for (size_t k = 0; k < made.size(); ++k) {
                QCOMPARE(int(u16(b, 24 + 2 * k)), made[k]);
            }
            QCOMPARE(four(b, 36), std::string("acsp")); // 7.2.9
            QVERIFY(u32(b, 64) <= 3);                   // 7.2.15
            LAMP_NEAR(fixed(b, 68), 0.9642, 2e-4);      // 7.2.16: D50
            LAMP_NEAR(fixed(b, 72), 1.0, 2e-5);
            LAMP_NEAR(fixed(b, 76), 0.8249, 2e-4);
            QVERIFY(std::all_of(b.begin() + 100, b.begin() + 128, [](unsigned char c) { return c == 0; })); // reserved
        }
    }

    // 7.2.18: MD5 of the file with flags, intent and the ID itself taken as zero.
    void identity_data() { profiles_data(); }
    void identity()
    {
        QFETCH(int, version);
        QFETCH(bool, tables);
        std::mt19937 random(6);
        Bytes b = anyProfile(random, version, tables);
        const Bytes id(b.begin() + 84, b.begin() + 100);
        if (version == 2) {
            QVERIFY(std::all_of(id.begin(), id.end(), [](unsigned char c) { return c == 0; })); // reserved then
            return;
        }
        for (const auto &[from, to] : {std::pair{44, 48}, {64, 68}, {84, 100}}) {
            std::fill(b.begin() + from, b.begin() + to, static_cast<unsigned char>(0));
        }
        const QByteArray md5 = QCryptographicHash::hash(QByteArray(reinterpret_cast<const char *>(b.data()), int(b.size())), QCryptographicHash::Md5);
        QVERIFY(std::equal(id.begin(), id.end(), md5.begin(), [](unsigned char x, char y) { return x == static_cast<unsigned char>(y); }));
    }

    // 7.3: the tag table: all within the file, on whole fours, none lying across another (the same place may be shared), each with its type.
    void tagTable_data() { profiles_data(); }
    void tagTable()
    {
        QFETCH(int, version);
        QFETCH(bool, tables);
        std::mt19937 random(7);
        for (int i = 0; i < (tables ? 1 : 10); ++i) {
            const Bytes b = anyProfile(random, version, tables);
            const Tags tags = tagsOf(b);
            QCOMPARE(tags.size(), size_t(u32(b, 128))); // none twice
            std::vector<Tag> places;
            for (const auto &[name, t] : tags) {
                QVERIFY2(t.offset >= 132 + 12 * tags.size() && t.offset + t.size <= b.size() && t.offset % 4 == 0 && t.size >= 8, name.c_str());
                QVERIFY2(u32(b, t.offset + 4) == 0, name.c_str()); // 10.1: reserved
                places.push_back(t);
            }
            std::sort(places.begin(), places.end(), [](const Tag &p, const Tag &q) { return p.offset < q.offset; });
            for (size_t k = 1; k < places.size(); ++k) {
                const bool shared = places[k].offset == places[k - 1].offset && places[k].size == places[k - 1].size;
                QVERIFY(shared || places[k].offset >= places[k - 1].offset + places[k - 1].size);
            }
        }
    }

    // 8.4 and 9.2: what a display's profile has to hold, and of which type each may be.
    void requiredTags_data() { profiles_data(); }
    void requiredTags()
    {
        QFETCH(int, version);
        QFETCH(bool, tables);
        std::mt19937 random(8);
        const Bytes b = anyProfile(random, version, tables);
        const Tags tags = tagsOf(b);
        std::map<std::string, std::vector<std::string>> needed{
            {"desc", version == 2 ? std::vector<std::string>{"desc"} : std::vector<std::string>{"mluc"}},
            {"cprt", version == 2 ? std::vector<std::string>{"text"} : std::vector<std::string>{"mluc"}},
            {"wtpt", {"XYZ "}},
            {"vcgt", {"vcgt"}}};
        if (version == 4) {
            needed["chad"] = {"sf32"};
        }
        if (tables) {
            needed["A2B0"] = {"mft2", "mAB "};
            needed["B2A0"] = {"mft2", "mBA "};
        } else {
            for (const char *channel : {"r", "g", "b"}) {
                needed[std::string(channel) + "XYZ"] = {"XYZ "};
                needed[std::string(channel) + "TRC"] = {"curv", "para"};
            }
        }
        for (const auto &[name, types] : needed) {
            const auto it = tags.find(name);
            QVERIFY2(it != tags.end(), name.c_str());
            const std::string type = four(b, it->second.offset);
            QVERIFY2(std::find(types.begin(), types.end(), type) != types.end(), (name + ": " + type).c_str());
            QVERIFY2(version == 4 || type != "para", "version 2 knows no curves by formula");
        }
    }

    // F.3: the three colourants add up to D50, whatever the display; curves end at full light and never fall.
    void colourantsAddUpToTheConnectionsWhite()
    {
        std::mt19937 random(9);
        for (const int version : {2, 4}) {
            for (int i = 0; i < 40; ++i) {
                const Bytes b = anyProfile(random, version, false);
                const Tags tags = tagsOf(b);
                std::array<double, 3> sum{};
                for (const char *name : {"rXYZ", "gXYZ", "bXYZ"}) {
                    for (size_t c = 0; c < 3; ++c) {
                        sum[c] += fixed(b, tags.at(name).offset + 8 + 4 * c);
                    }
                }
                LAMP_NEAR(sum[0], 0.9642, 3e-4);
                LAMP_NEAR(sum[1], 1, 3e-4);
                LAMP_NEAR(sum[2], 0.8249, 3e-4);
                for (const char *name : {"rTRC", "gTRC", "bTRC"}) {
                    const size_t at = tags.at(name).offset;
                    if (four(b, at) != "curv") {
                        continue;
                    }
                    const std::uint32_t count = u32(b, at + 8);
                    QVERIFY(count >= 2 && tags.at(name).size >= 12 + 2 * size_t(count));
                    for (std::uint32_t k = 1; k < count; ++k) {
                        QVERIFY(u16(b, at + 12 + 2 * k) >= u16(b, at + 10 + 2 * k));
                    }
                    QCOMPARE(int(u16(b, at + 10 + 2 * count)), 65535);
                }
            }
        }
    }

    // E.3: the adaptation matrix takes the display's white to D50 (Bradford), which is how a version 4 profile says what its white was.
    void adaptationSaysTheWhite()
    {
        std::mt19937 random(10);
        for (int i = 0; i < 30; ++i) {
            const MatrixModel m = anyDisplay(random);
            const Bytes b = writeMatrixProfile(m, anyRamps(random), {"a display", "Free", kMade, 4}).value();
            const size_t at = tagsOf(b).at("chad").offset + 8;
            Eigen::Matrix3d chad;
            for (int k = 0; k < 9; ++k) {
                chad(k / 3, k % 3) = fixed(b, at + 4 * size_t(k));
            }
            const Eigen::Vector3d white = m.white().vec() / m.white().b, d50 = chad * white;
            LAMP_NEAR(d50[0], 0.9642, 4e-4);
            LAMP_NEAR(d50[1], 1, 4e-4);
            LAMP_NEAR(d50[2], 0.8249, 4e-4);
        }
    }
};

LAMP_TEST(icc_bytes, TestIccBytes)

} // namespace icc_bytes_test
#include "test_icc_bytes.moc"
