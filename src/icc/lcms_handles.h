// SPDX-License-Identifier: GPL-3.0-or-later
// Little CMS handles that own their memory. For the .cpp files of this floor only.
#pragma once

#include "icc/icc.h"

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
/// What a profile says of itself, in English where it has a choice.
std::string textOf(cmsHPROFILE profile, cmsInfoType what);

/// A sampled curve of 16 bits. \param values 0..1, clamped
Curve curveOf(cmsContext context, const std::vector<double> &values);

/// What every display profile of ours carries besides its colour transform.
bool writeCommonTags(cmsContext context, cmsHPROFILE profile, const ProfileText &text, cmsColorSpaceSignature connection, const Eigen::Matrix3d &chad,
                     double luminance, const XYZ &black, const Ramps &ramps);

/// Of version 4 tables connected by tristimulus values (D50, relative to white): takes those to the curves on the connection's side,
/// or back.
struct ConnectionMatrix {
    Eigen::Matrix3d rows;
    Eigen::Vector3d added;
};

/// A transform by tables as a profile holds it: curves, a table, curves.
struct TableTransform {
    std::array<const std::vector<double> *, 3> before{}; ///< 0..1, 2 to 4096 entries; all null where nothing is changed
    int grid = 0;                                        ///< nodes along each axis
    std::array<const std::vector<double> *, 3> after{};  ///< as `before`
    std::optional<ConnectionMatrix> connection = {};     ///< in version 4; version 2 is connected by CIELAB
};

/// A profile's bytes that grow by tags.
class ProfileFile {
public:
    /// \param profile with all tags but those \param more entries that the tag table (ICC.1:2010, 7.3) will be given
    /// \return nothing where it cannot be written
    static std::optional<ProfileFile> of(cmsHPROFILE profile, size_t more = 0);

    /// For appending a tag's content.
    [[nodiscard]] Bytes &bytes() { return m_bytes; }
    /// Enters what was appended since a size under names. \pre no more names in all than there are entries
    void enter(const std::vector<cmsTagSignature> &names, size_t from);
    /// With size, creation date and, from version 4 on, ID (MD5, ICC.1 7.2.18). \pre all entries are used
    [[nodiscard]] Bytes sealed(WallTime created) &&;

private:
    Bytes m_bytes;
    size_t m_entry = 0; ///< place of the next free entry
};

/// A tag that holds a table, appended to a profile and then filled.
class TableTag {
public:
    /// `mAB ` or `mBA ` in version 4, connected by XYZ (ICC.1:2010, 10.10 and 10.11), `mft2` in version 2 (10.8). Encoded here because
    /// Little CMS writes tables number by number, which takes longer than working them out.
    /// \param toConnection from the device to the connection space, or the other way
    TableTag(ProfileFile &file, const std::vector<cmsTagSignature> &names, const TableTransform &transform, int version, bool toConnection);

    /// \param node of grid³, the last axis fastest \param value three numbers of 0..65535, rounded here
    void set(size_t node, const Eigen::Vector3d &value) const
    {
        std::uint8_t *out = &m_file->bytes()[m_table + 6 * node];
        for (int c = 0; c < 3; ++c) {
            const int number = int(value[c] + 0.5);
            *out++ = std::uint8_t(number >> 8);
            *out++ = std::uint8_t(number);
        }
    }

private:
    void layOut2(const TableTransform &transform);
    void layOut4(const TableTransform &transform, bool toConnection);
    ProfileFile *m_file;
    size_t m_table = 0;
};

/// MD5 over a profile but flags, intent and ID (ICC.1, 7.2.18). \pre at least 128 bytes
std::array<std::uint8_t, 16> profileId(const Bytes &bytes);

} // namespace lamp::lcms

namespace lamp {

/// An error about a profile, with the way out.
Error profileError(Message what);

} // namespace lamp
