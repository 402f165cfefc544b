// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/cube.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <optional>
#include <sstream>

namespace lamp {

namespace {

constexpr int kMostNodes = 129, kMostEntries = 65536;
constexpr double kMostValue = 1e6; // far beyond any light that is coded, and written whole

Error cubeError(int line, Message what)
{
    return {ErrorKind::Input,
            say("subject-and-why", say("cube-cannot-be-used"), line > 0 ? say("in-line", line, std::move(what)) : std::move(what)),
            say("nothing-changed"),
            say("choose-cube-file-lut"),
            "cube",
            false};
}

std::vector<std::string> words(const std::string &line)
{
    std::istringstream in(line);
    std::vector<std::string> all;
    for (std::string word; all.size() < 8 && in >> word;) {
        all.push_back(word);
    }
    return all;
}

std::optional<double> number(const std::string &text)
{
    double v = 0;
    const auto [end, code] = std::from_chars(text.data(), text.data() + text.size(), v);
    return code == std::errc() && end == text.data() + text.size() && std::abs(v) <= kMostValue ? std::optional(v) : std::nullopt;
}

std::optional<std::array<double, 3>> three(const std::vector<std::string> &all, size_t first)
{
    std::array<double, 3> v{};
    if (all.size() != first + 3) {
        return std::nullopt;
    }
    for (size_t i = 0; i < 3; ++i) {
        const auto n = number(all[first + i]);
        if (!n) {
            return std::nullopt;
        }
        v[i] = *n;
    }
    return v;
}

/// Takes the lines of a file one by one.
class CubeReader {
public:
    std::optional<Error> take(int line, const std::string &text)
    {
        if (text.empty() || text[0] == '#') {
            if (text.size() > 1 && m_cube.comments.size() < 200) {
                m_cube.comments.push_back(text.substr(text[1] == ' ' ? 2 : 1));
            }
            return std::nullopt;
        }
        const auto all = words(text);
        if (all.empty()) {
            return std::nullopt;
        }
        if (all[0] == "TITLE") {
            const size_t from = text.find('"'), to = text.rfind('"');
            m_cube.title = from != std::string::npos && to > from ? text.substr(from + 1, to - from - 1) : "";
            return std::nullopt;
        }
        if (all[0] == "LUT_3D_SIZE" || all[0] == "LUT_1D_SIZE") {
            return size(line, all);
        }
        if (all[0] == "DOMAIN_MIN" || all[0] == "DOMAIN_MAX") {
            const auto v = three(all, 1);
            if (!v) {
                return cubeError(line, say("needs-three-numbers", all[0]));
            }
            (all[0] == "DOMAIN_MIN" ? m_cube.low : m_cube.high) = *v;
            return std::nullopt;
        }
        const auto v = three(all, 0);
        if (!v) {
            return cubeError(line, say("three-numbers-expected-not", text.substr(0, 40)));
        }
        if (m_cube.size == 0) {
            return cubeError(line, say("values-stand-before-lut"));
        }
        if (m_cube.values.size() >= wanted()) {
            return cubeError(line, say("more-values-than-size", m_cube.size));
        }
        m_cube.values.emplace_back((*v)[0], (*v)[1], (*v)[2]);
        return std::nullopt;
    }

    Result<Cube> finish(int line)
    {
        if (line == 0) {
            return cubeError(0, say("file-is-empty"));
        }
        if (m_cube.size == 0) {
            return cubeError(line, say("file-ends-without-lut"));
        }
        if (m_cube.values.size() != wanted()) {
            return cubeError(line, say("file-ends-after-values", m_cube.values.size(), wanted()));
        }
        for (size_t c = 0; c < 3; ++c) {
            if (!(m_cube.high[c] > m_cube.low[c])) {
                return cubeError(line, say("domain-max-not-above-min"));
            }
        }
        return m_cube;
    }

private:
    std::optional<Error> size(int line, const std::vector<std::string> &all)
    {
        const auto n = all.size() == 2 ? number(all[1]) : std::nullopt;
        const bool threeD = all[0] == "LUT_3D_SIZE";
        const int most = threeD ? kMostNodes : kMostEntries;
        if (!n || *n != std::floor(*n) || *n < 2 || *n > most) {
            return cubeError(line, say("needs-whole-number-from", all[0], most));
        }
        if (m_cube.size != 0) {
            return cubeError(line, say("second-size"));
        }
        m_cube.threeD = threeD;
        m_cube.size = int(*n);
        return std::nullopt;
    }
    [[nodiscard]] size_t wanted() const
    {
        const auto n = size_t(m_cube.size);
        return m_cube.threeD ? n * n * n : n;
    }
    Cube m_cube;
};

} // namespace

Drive Cube::apply(const Drive &in) const
{
    std::array<double, 3> at{};
    std::array<size_t, 3> node{};
    std::array<double, 3> part{};
    for (size_t c = 0; c < 3; ++c) {
        at[c] = std::clamp((in[int(c)] - low[c]) / (high[c] - low[c]), 0.0, 1.0) * (size - 1);
        node[c] = std::min(size_t(at[c]), size_t(size - 2));
        part[c] = at[c] - double(node[c]);
    }
    if (!threeD) {
        Drive out;
        for (size_t c = 0; c < 3; ++c) {
            const double a = values[node[c]][int(c)], b = values[node[c] + 1][int(c)];
            out[int(c)] = a + part[c] * (b - a);
        }
        return out;
    }
    // From the low corner along the axes in falling order of their parts: the tetrahedron that holds the point
    // (Kasson, Plouffe and Nin 1993).
    std::array<size_t, 3> order{0, 1, 2};
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return part[a] > part[b]; });
    const auto n = size_t(size);
    const std::array<size_t, 3> stride{1, n, n * n};
    size_t where = node[0] + n * node[1] + n * n * node[2];
    Drive out = values[where];
    for (const size_t axis : order) {
        const Drive before = values[where];
        where += stride[axis];
        out = out + part[axis] * (values[where] - before);
    }
    return out;
}

Result<Cube> cubeFromText(const std::string &text)
{
    CubeReader reader;
    std::istringstream in(text);
    int number = 0;
    for (std::string line; std::getline(in, line);) {
        ++number;
        if (line.size() > 1000) {
            return cubeError(number, say("longer-than-line-cube"));
        }
        if (!line.empty() && line.back() == '\r') {
            line.pop_back();
        }
        if (const auto error = reader.take(number, line)) {
            return *error;
        }
    }
    return reader.finish(number);
}

std::string cubeToText(const Cube &cube)
{
    std::string text = "TITLE \"" + cube.title + "\"\n";
    for (const std::string &line : cube.comments) {
        text += "# " + line + "\n";
    }
    text += std::string(cube.threeD ? "LUT_3D_SIZE " : "LUT_1D_SIZE ") + std::to_string(cube.size) + "\n";
    const auto row = [](double a, double b, double c) {
        std::array<char, 96> out{};
        char *at = out.data();
        for (const double v : {a, b, c}) {
            // Six decimals, whatever the locale.
            at = std::to_chars(at, out.data() + out.size() - 2, v, std::chars_format::fixed, 6).ptr;
            *at++ = ' ';
        }
        *(at - 1) = '\n';
        return std::string(out.data(), at);
    };
    text += "DOMAIN_MIN " + row(cube.low[0], cube.low[1], cube.low[2]) + "DOMAIN_MAX " + row(cube.high[0], cube.high[1], cube.high[2]);
    text.reserve(text.size() + cube.values.size() * 28);
    for (const Drive &d : cube.values) {
        text += row(d.a, d.b, d.c);
    }
    return text;
}

} // namespace lamp
