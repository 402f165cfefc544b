// SPDX-License-Identifier: GPL-3.0-or-later
// Little CMS handles that own their memory. For the .cpp files of this floor only.
#pragma once

#include "profile/icc.h"

#include <lcms2.h>

#include <memory>

namespace lamp::lcms {

struct ContextCloser {
    void operator()(void *c) const { cmsDeleteContext(static_cast<cmsContext>(c)); }
};
using Context = std::unique_ptr<void, ContextCloser>;

/// A context that keeps its complaints to itself: what went wrong is told by return values.
Context quietContext();
inline cmsContext raw(const Context &c)
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

struct TransformDeleter {
    void operator()(void *t) const { cmsDeleteTransform(t); }
};
using Transform = std::unique_ptr<void, TransformDeleter>;

std::string utf8Of(const std::wstring &wide);

/// A sampled curve of 16 bits. \param values 0..1, clamped
Curve curveOf(cmsContext context, const std::vector<double> &values);

/// What every display profile of ours carries besides its colour transform.
bool writeCommonTags(cmsContext context, cmsHPROFILE profile, const ProfileText &text, cmsColorSpaceSignature connection, const Eigen::Matrix3d &chad,
                     double luminance, const XYZ &black, const Ramps &ramps);

/// A transform by tables as a profile holds it: curves, a table, curves.
struct TableTransform {
    std::array<const std::vector<double> *, 3> before{}; ///< 0..1, 2 to 4096 entries; all null where nothing is changed
    int grid = 0;                                        ///< nodes along each axis
    std::array<const std::vector<double> *, 3> after{};  ///< as `before`
};

/// A tag's bytes, with the place of its table in them: grid³ nodes of three numbers, the last axis fastest.
class TableTag {
public:
    /// `mAB ` or `mBA ` in version 4 (ICC.1:2010, 10.10 and 10.11), `mft2` in version 2 (10.8). Encoded here because
    /// Little CMS writes tables number by number, which takes longer than working them out.
    /// \param toConnection from the device to the connection space, or the other way
    TableTag(const TableTransform &transform, int version, bool toConnection);

    /// \param value three numbers of 0..65535, rounded here \pre node < grid³
    void set(size_t node, const Eigen::Vector3d &value)
    {
        std::uint8_t *out = &m_bytes[m_table + 6 * node];
        for (int c = 0; c < 3; ++c) {
            const int number = int(value[c] + 0.5);
            *out++ = std::uint8_t(number >> 8);
            *out++ = std::uint8_t(number);
        }
    }
    [[nodiscard]] const Bytes &bytes() const { return m_bytes; }

private:
    void layOut2(const TableTransform &transform);
    void layOut4(const TableTransform &transform, bool toConnection);
    Bytes m_bytes;
    size_t m_table = 0;
};

/// MD5 over a profile but flags, intent and ID (ICC.1, 7.2.18). \pre at least 128 bytes
std::array<std::uint8_t, 16> profileId(const Bytes &bytes);

/// An encoded tag under one name or several.
struct EncodedTag {
    std::vector<cmsTagSignature> names;
    const Bytes *content = nullptr;
};

/// The profile's bytes with its creation date and its ID (MD5, ICC.1 7.2.18); empty where it cannot be written.
/// \param more tags to add to those that it has
Bytes finished(cmsHPROFILE profile, WallTime created, const std::vector<EncodedTag> &more = {});

} // namespace lamp::lcms

namespace lamp {

/// An error about a profile, with the way out.
Error profileError(const std::string &what);

} // namespace lamp
