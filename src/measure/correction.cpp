// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/correction.h"

#include "base/json.h"
#include <nlohmann/json.hpp>

#include <cmath>

namespace lamp {

namespace {

using Eigen::Matrix3d;
using Eigen::Vector3d;

Error unusable(Message what)
{
    return {ErrorKind::Input, std::move(what), say("nothing-changed"), say("read-red-green-blue"), "correction", false};
}

/// Chromaticity coordinates x, y, z as a vector.
Vector3d coordinates(const XYZ &xyz)
{
    return xyz.vec() / xyz.vec().sum();
}

/// Primaries' chromaticities as columns, weighted so that they add up to white's (Ohno and Hardis, eq. 8 to 11).
Result<Matrix3d> weighted(const FourColours &c)
{
    for (const XYZ *xyz : {&c.red, &c.green, &c.blue, &c.white}) {
        if (!(xyz->vec().sum() > 0) || !(xyz->b > 0)) {
            return unusable(say("one-four-colours-reads"));
        }
    }
    Matrix3d n;
    n << coordinates(c.red), coordinates(c.green), coordinates(c.blue);
    if (std::abs(n.determinant()) < 1e-4) {
        return unusable(say("red-green-blue-read"));
    }
    const Vector3d k = n.partialPivLu().solve(coordinates(c.white));
    return Matrix3d(n * k.asDiagonal());
}

double condition(const Matrix3d &m)
{
    const Vector3d s = Eigen::JacobiSVD<Matrix3d>(m).singularValues();
    return s[2] > 0 ? s[0] / s[2] : 1e9;
}

} // namespace

Result<Matrix3d> fourColourMatrix(const FourColours &reference, const FourColours &instrument)
{
    const auto r = weighted(reference), m = weighted(instrument);
    if (!r || !m) {
        return r ? m.error() : r.error();
    }
    const Matrix3d shape = r.value() * m->inverse();
    const double scale = reference.white.b / (shape * instrument.white.vec())[1];
    return Matrix3d(scale * shape);
}

Result<Matrix3d> matrixFromSpectra(const std::array<Spectrum, 4> &display, const std::array<Spectrum, 3> &sensitivities, Observer observer)
{
    const auto response = [&](const Spectrum &s) {
        XYZ sum;
        for (int i = 0; i < kObserverCount; ++i) {
            const double nm = 380 + 5.0 * i;
            for (int c = 0; c < 3; ++c) {
                sum[c] += kMaxLuminousEfficacy * 5 * s.at(nm) * sensitivities[size_t(c)].at(nm);
            }
        }
        return sum;
    };
    const FourColours truth{toXyz(display[0], observer), toXyz(display[1], observer), toXyz(display[2], observer), toXyz(display[3], observer)};
    const FourColours seen{response(display[0]), response(display[1]), response(display[2]), response(display[3])};
    return fourColourMatrix(truth, seen);
}

std::string MatrixCorrection::name() const
{
    return "matrix by " + referenceModel + (referenceSerial.empty() ? "" : " " + referenceSerial) + ", " + isoTime(made).substr(0, 10);
}

std::vector<Message> doubts(const MatrixCorrection &c)
{
    // Limits from what filters do: common practice, no published source.
    constexpr double kFar = 0.35, kIll = 4, kLeft = 1.0;
    std::vector<Message> all;
    const double luminance = c.matrix(1, 0) + c.matrix(1, 1) + c.matrix(1, 2);
    const double far = (c.matrix / (luminance > 0 ? luminance : 1) - Matrix3d::Identity()).norm();
    if (!c.matrix.allFinite() || far > kFar) {
        all.push_back(say("changes-readings-more-than", decimal(100 * far, 0)));
    }
    if (c.matrix.allFinite() && condition(c.matrix) > kIll) {
        all.push_back(say("would-magnify-noise-times", decimal(condition(c.matrix), 1)));
    }
    if (c.residual > kLeft) {
        all.push_back(say("colour-not-made-still", decimal(c.residual, 1)));
    }
    return all;
}

Message misfit(const MatrixCorrection &c, const InstrumentInfo &instrument, const DisplayInfo &display)
{
    if (c.instrumentModel != instrument.model || c.instrumentSerial != instrument.serial) {
        return say("correction-for-other-instrument", c.instrumentModel, c.instrumentSerial, instrument.model, instrument.serial);
    }
    if (c.technology != display.technology) {
        return say("correction-for-other-technology", c.technology, display.technology);
    }
    return {};
}

std::string correctionToJson(const MatrixCorrection &c)
{
    nlohmann::json rows = nlohmann::json::array();
    for (int i = 0; i < 3; ++i) {
        rows.push_back({c.matrix(i, 0), c.matrix(i, 1), c.matrix(i, 2)});
    }
    return jsonText(nlohmann::json{{"schema", "dutiful-lamp/correction/1"},
                                   {"method", "four-colour matrix"},
                                   {"matrix", rows},
                                   {"instrument", {{"model", c.instrumentModel}, {"serial", c.instrumentSerial}}},
                                   {"reference", {{"model", c.referenceModel}, {"serial", c.referenceSerial}}},
                                   {"technology", c.technology},
                                   {"display", c.display},
                                   {"made", isoTime(c.made)},
                                   {"residual_delta_e_00", c.residual}},
                    2);
}

Result<MatrixCorrection> correctionFromJson(const std::string &text)
{
    const auto bad = [](Message what) {
        return Error{ErrorKind::Input,       say("subject-and-why", say("correction-file-cannot-be-used"), std::move(what)),
                     say("nothing-started"), say("visit-colorimeter-spectroradiometer-one"),
                     "correction",           false};
    };
    const char *field = "matrix";
    const auto json = parseJson(text);
    if (!json) {
        return bad(say("no-json-read", json.error().what));
    }
    try {
        const auto &j = json.value();
        MatrixCorrection c;
        for (size_t i = 0; i < 3; ++i) {
            for (size_t k = 0; k < 3; ++k) {
                c.matrix(Eigen::Index(i), Eigen::Index(k)) = j.at("matrix").at(i).at(k).get<double>();
            }
        }
        if (!c.matrix.allFinite() || std::abs(c.matrix.determinant()) < 1e-6) {
            return bad(say("field-matrix-should-three"));
        }
        field = "instrument";
        c.instrumentModel = j.at("instrument").at("model").get<std::string>();
        c.instrumentSerial = j.at("instrument").at("serial").get<std::string>();
        field = "technology";
        c.technology = j.at("technology").get<std::string>();
        field = "reference";
        if (j.contains("reference")) {
            c.referenceModel = j.at("reference").value("model", "");
            c.referenceSerial = j.at("reference").value("serial", "");
        }
        field = "display";
        c.display = j.value("display", "");
        field = "residual_delta_e_00";
        c.residual = j.value("residual_delta_e_00", -1.0);
        field = "made";
        c.made = fromIsoTime(j.value("made", "1970-01-01T00:00:00Z"));
        return c;
    } catch (const std::exception &) {
        return bad(say("field-missing-or-wrong", field));
    }
}

} // namespace lamp
