// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/screen_eye.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

size_t indexAt(double share, size_t count)
{
    return std::min(size_t(std::clamp(share, 0.0, 1.0) * double(count)), count - 1);
}

/// First and one behind the last of the same colour, about a place.
std::array<size_t, 2> reach(const std::vector<Drive> &line, size_t from)
{
    size_t first = from, end = from + 1;
    while (first > 0 && line[first - 1] == line[from]) {
        --first;
    }
    while (end < line.size() && line[end] == line[from]) {
        ++end;
    }
    return {first, end};
}

} // namespace

Patch patchOf(const std::vector<Drive> &row, const std::vector<Drive> &column, const std::array<double, 2> &at)
{
    const size_t x = indexAt(at[0], row.size()), y = indexAt(at[1], column.size());
    const auto across = reach(row, x), down = reach(column, y);
    Patch patch;
    patch.rgb = row[x];
    const auto share = [](const std::array<size_t, 2> &part, size_t all) { return double(part[1] - part[0]) / double(all); };
    patch.area = share(across, row.size()) * share(down, column.size());
    patch.at = {double(across[0] + across[1]) / 2 / double(row.size()), double(down[0] + down[1]) / 2 / double(column.size())};
    patch.surround = across[0] > 0 ? row[across[0] - 1] : (across[1] < row.size() ? row[across[1]] : patch.rgb);
    return patch;
}

ScreenEye::ScreenEye(std::unique_ptr<Bench> bench, std::unique_ptr<XScreen> x, XOutput output)
    : m_bench(std::move(bench)), m_x(std::move(x)), m_output(std::move(output))
{
}

Error ScreenEye::refused()
{
    return {ErrorKind::Bench, say("bench-only-reads-screen"), {}, {}, "unsupported", false};
}

Result<BenchInfo> ScreenEye::hello()
{
    auto info = m_bench->hello();
    if (info) {
        info.value().name += " looking at " + m_output.name;
        info.value().hasDisplay = false;
    }
    return info;
}

Status ScreenEye::advance(double seconds)
{
    const Status s = look();
    return s ? m_bench->advance(seconds) : s;
}

Status ScreenEye::place(const Place &place)
{
    const Status s = m_bench->place(place);
    if (s) {
        m_place = place;
    }
    return s;
}

Result<Reading> ScreenEye::read(ReadMode mode, double integrationS)
{
    if (const Status s = look(); !s) {
        return s.error();
    }
    return m_bench->read(mode, integrationS);
}

Status ScreenEye::look()
{
    const auto [x, y, width, height] = m_output.area;
    const int column = x + int(indexAt(m_place.at[0], size_t(width))), line = y + int(indexAt(m_place.at[1], size_t(height)));
    const auto across = m_x->pixels({x, line, width, 1}), down = m_x->pixels({column, y, 1, height});
    const auto ramps = m_x->ramps(m_output);
    for (const Error *error : {across ? nullptr : &across.error(), down ? nullptr : &down.error(), ramps ? nullptr : &ramps.error()}) {
        if (error != nullptr) {
            return *error;
        }
    }
    constexpr double kSame = 0.5 / 65535;
    if (!m_ramps || rampDifference(*m_ramps, ramps.value()) > kSame) {
        m_ramps = ramps.value();
        if (const Status s = m_bench->setLut(*m_ramps); !s) {
            return s;
        }
    }
    const Patch patch = patchOf(across.value(), down.value(), m_place.at);
    const bool same = patch.rgb == m_seen.rgb && patch.surround == m_seen.surround && patch.at == m_seen.at && patch.area == m_seen.area;
    m_seen = patch;
    return same ? Status(Done{}) : m_bench->show(patch);
}

} // namespace lamp
