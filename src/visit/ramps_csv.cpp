// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/record.h"

#include "base/json.h"
#include "base/names.h"
#include "colour/cct.h"
#include "device/bench_json.h"
#include "measure/measurement_json.h"
#include <cmath>
#include <numbers>
#include <sstream>

namespace lamp {

std::string rampsCsv(const Ramps &ramps)
{
    std::string text = "index,r,g,b\n";
    for (size_t i = 0; i < ramps.r.size(); ++i) {
        text += std::to_string(i) + "," + fixed(ramps.r[i], 6) + "," + fixed(ramps.g[i], 6) + "," + fixed(ramps.b[i], 6) + "\n";
    }
    return text;
}

Result<Ramps> rampsFromCsv(const std::string &text)
{
    const auto bad = [](int line, Message what) {
        return Error{ErrorKind::Input,
                     say("subject-and-why", say("ramps-cannot-be-used"), line > 0 ? say("in-line", line, std::move(what)) : std::move(what)),
                     say("nothing-changed"),
                     say("choose-csv-heading-index"),
                     "ramps",
                     false};
    };
    Ramps ramps;
    std::istringstream in(text);
    int number = 0;
    for (std::string line; std::getline(in, line);) {
        ++number;
        if (number == 1) {
            if (line.rfind("index,r,g,b", 0) != 0) {
                return bad(1, say("heading-index-r-g"));
            }
            continue;
        }
        if (line.empty() || line == "\r") {
            continue;
        }
        std::istringstream cells(line);
        cells.imbue(std::locale::classic());
        double index = 0, r = 0, g = 0, b = 0;
        char c1 = 0, c2 = 0, c3 = 0;
        if (!(cells >> index >> c1 >> r >> c2 >> g >> c3 >> b) || c1 != ',' || c2 != ',' || c3 != ',') {
            return bad(number, say("four-numbers-expected"));
        }
        if (index != double(ramps.r.size())) {
            return bad(number, say("entry-expected-not", int(ramps.r.size())));
        }
        if (!(std::min({r, g, b}) >= 0 && std::max({r, g, b}) <= 1)) {
            return bad(number, say("values-lie-between-0"));
        }
        ramps.r.push_back(r);
        ramps.g.push_back(g);
        ramps.b.push_back(b);
        if (ramps.r.size() > 65536) {
            return bad(number, say("more-entries-than-video"));
        }
    }
    if (ramps.r.size() < 2) {
        return bad(number, number == 0 ? say("file-is-empty") : say("two-entries-least"));
    }
    return ramps;
}

} // namespace lamp
