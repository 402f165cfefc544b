// SPDX-License-Identifier: GPL-3.0-or-later
// Commands about profiles.
#include "cli/commands.h"

#include "exchange/files.h"
#include "profile/inspect.h"

#include <nlohmann/json.hpp>

#include <chrono>
#include <cmath>
#include <iostream>

namespace lamp::cli {

using Json = nlohmann::json;

namespace {

WallTime today()
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

Json inspectionJson(const Inspection &seen)
{
    const auto xy = [](const Chromaticity &c) { return Json{{"x", std::round(c.x * 1e5) / 1e5}, {"y", std::round(c.y * 1e5) / 1e5}}; };
    Json j{{"bytes", seen.bytes}, {"sound", seen.sound()}, {"sentences", seen.sentences}, {"findings", Json::array()}, {"tag_table", Json::array()}};
    for (const Finding &f : seen.findings) {
        j["findings"].push_back({{"weight", weightName(f.weight)}, {"place", f.place}, {"text", f.text}});
    }
    for (const TagEntry &t : seen.tags) {
        j["tag_table"].push_back({{"signature", t.signature}, {"type", t.type}, {"offset", t.offset}, {"size", t.size}, {"means", t.means}});
    }
    if (!seen.facts) {
        return j;
    }
    const Profile::Facts &f = *seen.facts;
    j.update({{"description", f.description},
              {"copyright", f.copyright},
              {"version", f.version},
              {"class", f.deviceClass},
              {"colour_space", f.colourSpace},
              {"connection_space", f.connectionSpace},
              {"created", f.created},
              {"id", f.id},
              {"kind", f.tables ? "tables" : "matrix"},
              {"luminance_cd_m2", f.luminance ? Json(*f.luminance) : Json(nullptr)},
              {"white", f.white ? xy(*f.white) : Json(nullptr)},
              {"primaries", {{"red", xy(f.primaries[0])}, {"green", xy(f.primaries[1])}, {"blue", xy(f.primaries[2])}}},
              {"gamma", f.gammas},
              {"tags", f.tags},
              {"tone", {{"red", seen.tone[0]}, {"green", seen.tone[1]}, {"blue", seen.tone[2]}}}});
    if (const auto ramps = seen.profile->ramps(256)) {
        j["ramps"] = {{"red", ramps->r}, {"green", ramps->g}, {"blue", ramps->b}};
    }
    return j;
}

void printInspection(const std::string &path, const Inspection &seen)
{
    std::cout << (seen.facts ? seen.facts->description : path) << "\n";
    for (const std::string &sentence : seen.sentences) {
        std::cout << "  " << sentence << "\n";
    }
    if (seen.facts) {
        const Profile::Facts &f = *seen.facts;
        std::cout << "  ICC " << f.version << ", class " << f.deviceClass << ", made " << f.created << "\n";
        const std::array<const char *, 3> names{"red  ", "green", "blue "};
        for (size_t c = 0; c < 3; ++c) {
            std::cout << "  " << names[c] << "  x " << fixed(f.primaries[c].x, 4) << ", y " << fixed(f.primaries[c].y, 4) << "\n";
        }
    }
    for (const TagEntry &t : seen.tags) {
        std::cout << "  " << t.signature << "  " << t.type << ", " << t.size << " bytes" << (t.means.empty() ? "" : ": " + t.means) << "\n";
    }
    for (const Finding &f : seen.findings) {
        std::cout << "  " << weightName(f.weight) << " (" << f.place << "): " << f.text << "\n";
    }
    if (seen.findings.empty()) {
        std::cout << "  Nothing wrong was found.\n";
    }
}

} // namespace

int inspectProfile(const std::string &path, bool json)
{
    const auto bytes = readBytes(path);
    if (!bytes) {
        return report(bytes.error(), json);
    }
    const Inspection seen = inspect(bytes.value(), today());
    if (json) {
        std::cout << inspectionJson(seen).dump(2, ' ', false, Json::error_handler_t::replace) << "\n";
    } else if (seen.profile) {
        printInspection(path, seen);
    }
    if (seen.profile) {
        return kDone;
    }
    const std::string &why = seen.findings.empty() ? "It cannot be read." : seen.findings.back().text;
    return report({ErrorKind::Input, path + ": " + why, "Nothing was changed.", "Choose an ICC profile of a display (RGB).", "profile", false},
                  false);
}

} // namespace lamp::cli
