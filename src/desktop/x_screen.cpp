// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/x_screen.h"

#include "calibrate/ramps.h"

#include <QCryptographicHash>

#include <xcb/randr.h>
#include <xcb/xcb.h>

#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace lamp {

namespace {

struct Freer {
    void operator()(void *p) const { std::free(p); }
};
template <typename T> using Reply = std::unique_ptr<T, Freer>;

constexpr std::uint32_t kMostProfile = 32U << 20; ///< bytes; a profile on a root window is far smaller

Error xError(Message what, Message todo)
{
    return {ErrorKind::Storage, std::move(what), say("nothing-changed"), std::move(todo), "x", false};
}

std::string letter(int code)
{
    return std::string(1, code >= 1 && code <= 26 ? char('A' + code - 1) : '?');
}

} // namespace

struct XScreen::Connection {
    xcb_connection_t *c = nullptr;
    xcb_window_t root = 0;

    Connection() = default;
    Connection(const Connection &) = delete;
    Connection &operator=(const Connection &) = delete;
    ~Connection()
    {
        if (c != nullptr) {
            xcb_disconnect(c);
        }
    }
    [[nodiscard]] xcb_atom_t atom(const std::string &name) const
    {
        const Reply<xcb_intern_atom_reply_t> r(xcb_intern_atom_reply(c, xcb_intern_atom(c, 0, std::uint16_t(name.size()), name.c_str()), nullptr));
        return r ? r->atom : xcb_atom_t(XCB_ATOM_NONE);
    }
    [[nodiscard]] Status finish(xcb_void_cookie_t cookie, const Message &what) const
    {
        const Reply<xcb_generic_error_t> error(xcb_request_check(c, cookie));
        xcb_flush(c);
        return error ? Status(xError(say("refused-x-server-error", what, int(error->error_code)), say("see-whether-another-program")))
                     : Status(Done{});
    }
};

XScreen::XScreen(std::unique_ptr<Connection> connection) : m_x(std::move(connection)) {}
XScreen::~XScreen() = default;

Result<std::unique_ptr<XScreen>> XScreen::open(const std::string &display)
{
    auto x = std::make_unique<Connection>();
    int number = 0;
    x->c = xcb_connect(display.empty() ? nullptr : display.c_str(), &number);
    if (xcb_connection_has_error(x->c) != 0) {
        return xError(display.empty() ? say("no-x-server") : say("no-x-server-at", display), say("start-x-session-or"));
    }
    xcb_screen_iterator_t screens = xcb_setup_roots_iterator(xcb_get_setup(x->c));
    for (; screens.rem > 1 && number > 0; --number) {
        xcb_screen_next(&screens);
    }
    x->root = screens.data->root;
    const Reply<xcb_randr_query_version_reply_t> version(xcb_randr_query_version_reply(x->c, xcb_randr_query_version(x->c, 1, 3), nullptr));
    if (!version || version->major_version < 1 || (version->major_version == 1 && version->minor_version < 3)) {
        return xError(say("x-server-no-randr"), say("use-another-x-server"));
    }
    return std::unique_ptr<XScreen>(new XScreen(std::move(x)));
}

namespace {

constexpr size_t kEdidBlock = 128;

bool isEdid(const Bytes &edid)
{
    constexpr std::array<std::uint8_t, 8> mark{0, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0};
    return edid.size() >= kEdidBlock && std::equal(mark.begin(), mark.end(), edid.begin());
}

/// Descriptors of text: 0xFC the name, 0xFF the serial number. \pre isEdid()
std::string descriptor(const Bytes &edid, std::uint8_t kind)
{
    std::string text;
    for (size_t block = 54; block <= 108; block += 18) {
        if (edid[block] != 0 || edid[block + 1] != 0 || edid[block + 3] != kind) {
            continue;
        }
        text.clear();
        for (size_t i = block + 5; i < block + 18 && edid[i] != 0x0A; ++i) {
            text += edid[i] >= 32 && edid[i] < 127 ? char(edid[i]) : '?';
        }
        while (!text.empty() && text.back() == ' ') {
            text.pop_back();
        }
    }
    return text;
}

constexpr std::uint8_t kName = 0xFC, kSerial = 0xFF;

std::uint32_t serialNumber(const Bytes &edid)
{
    return std::uint32_t(edid[12]) | std::uint32_t(edid[13]) << 8 | std::uint32_t(edid[14]) << 16 | std::uint32_t(edid[15]) << 24;
}

} // namespace

std::string monitorOfEdid(const Bytes &edid)
{
    if (!isEdid(edid)) {
        return {};
    }
    const int maker = edid[8] << 8 | edid[9];
    const std::string code = letter(maker >> 10 & 31) + letter(maker >> 5 & 31) + letter(maker & 31);
    std::string model = descriptor(edid, kName), serial = descriptor(edid, kSerial);
    if (model.empty()) {
        model = std::to_string(edid[10] | edid[11] << 8);
    }
    if (serial.empty()) {
        const auto number = serialNumber(edid);
        serial = number > 0 ? std::to_string(number) : "";
    }
    return code + " " + model + (serial.empty() ? "" : " " + serial);
}

bool hasSerial(const Bytes &edid)
{
    if (!isEdid(edid)) {
        return false;
    }
    const std::string text = descriptor(edid, kSerial);
    if (text.find_first_not_of("0 ") != std::string::npos) {
        return true;
    }
    constexpr std::array<std::uint32_t, 4> kFillings{0, 1, 0x01010101, 0xFFFFFFFF};
    return std::find(kFillings.begin(), kFillings.end(), serialNumber(edid)) == kFillings.end();
}

void tellApart(std::vector<XOutput> &outputs, const std::vector<Bytes> &edids)
{
    for (size_t i = 0; i < outputs.size(); ++i) {
        const Bytes block(edids[i].begin(), edids[i].begin() + std::ptrdiff_t(std::min(edids[i].size(), kEdidBlock)));
        outputs[i].monitor = monitorOfEdid(block);
        outputs[i].edid = isEdid(block)
                              ? QCryptographicHash::hash(QByteArrayView(reinterpret_cast<const char *>(block.data()), qsizetype(block.size())),
                                                         QCryptographicHash::Sha256)
                                    .toHex()
                                    .toStdString()
                              : std::string();
        outputs[i].alone = hasSerial(block);
    }
    for (XOutput &o : outputs) {
        const auto same =
            std::count_if(outputs.begin(), outputs.end(), [&](const XOutput &p) { return !p.monitor.empty() && p.monitor == o.monitor; });
        o.alone = o.alone && same == 1;
    }
}

Result<std::vector<XOutput>> XScreen::outputs() const
{
    const Reply<xcb_randr_get_screen_resources_current_reply_t> resources(
        xcb_randr_get_screen_resources_current_reply(m_x->c, xcb_randr_get_screen_resources_current(m_x->c, m_x->root), nullptr));
    if (!resources) {
        return xError(say("x-server-does-not"), say("see-whether-runs"));
    }
    const Reply<xcb_randr_get_output_primary_reply_t> primary(
        xcb_randr_get_output_primary_reply(m_x->c, xcb_randr_get_output_primary(m_x->c, m_x->root), nullptr));
    const xcb_atom_t edidAtom = m_x->atom("EDID");
    std::vector<XOutput> all;
    std::vector<Bytes> edids;
    const xcb_randr_output_t *ids = xcb_randr_get_screen_resources_current_outputs(resources.get());
    for (int i = 0; i < xcb_randr_get_screen_resources_current_outputs_length(resources.get()); ++i) {
        const Reply<xcb_randr_get_output_info_reply_t> info(
            xcb_randr_get_output_info_reply(m_x->c, xcb_randr_get_output_info(m_x->c, ids[i], resources->config_timestamp), nullptr));
        if (!info || info->connection != XCB_RANDR_CONNECTION_CONNECTED || info->crtc == 0) {
            continue;
        }
        XOutput o;
        o.name.assign(reinterpret_cast<const char *>(xcb_randr_get_output_info_name(info.get())), info->name_len);
        o.crtc = info->crtc;
        o.primary = primary && primary->output == ids[i];
        const Reply<xcb_randr_get_crtc_info_reply_t> crtc(
            xcb_randr_get_crtc_info_reply(m_x->c, xcb_randr_get_crtc_info(m_x->c, info->crtc, resources->config_timestamp), nullptr));
        if (crtc) {
            o.area = {crtc->x, crtc->y, crtc->width, crtc->height};
        }
        const Reply<xcb_randr_get_crtc_gamma_size_reply_t> gamma(
            xcb_randr_get_crtc_gamma_size_reply(m_x->c, xcb_randr_get_crtc_gamma_size(m_x->c, info->crtc), nullptr));
        o.gammaSize = gamma ? gamma->size : 0;
        const Reply<xcb_randr_get_output_property_reply_t> edid(xcb_randr_get_output_property_reply(
            m_x->c, xcb_randr_get_output_property(m_x->c, ids[i], edidAtom, XCB_ATOM_ANY, 0, 256, 0, 0), nullptr));
        const std::uint8_t *data = edid ? xcb_randr_get_output_property_data(edid.get()) : nullptr;
        edids.emplace_back(data, data + (edid ? xcb_randr_get_output_property_data_length(edid.get()) : 0));
        all.push_back(o);
    }
    tellApart(all, edids);
    std::stable_sort(all.begin(), all.end(), [](const XOutput &a, const XOutput &b) { return a.primary > b.primary; });
    for (size_t i = 0; i < all.size(); ++i) {
        all[i].number = int(i);
    }
    return all;
}

namespace {

std::string profileAtom(const XOutput &output)
{
    return output.number == 0 ? "_ICC_PROFILE" : "_ICC_PROFILE_" + std::to_string(output.number);
}

} // namespace

Result<std::optional<Bytes>> XScreen::profile(const XOutput &output) const
{
    const xcb_atom_t atom = m_x->atom(profileAtom(output));
    Bytes bytes;
    for (;;) {
        constexpr std::uint32_t words = 65536;
        const Reply<xcb_get_property_reply_t> r(xcb_get_property_reply(
            m_x->c, xcb_get_property(m_x->c, 0, m_x->root, atom, XCB_ATOM_ANY, std::uint32_t(bytes.size() / 4), words), nullptr));
        if (!r || r->type == XCB_ATOM_NONE) {
            return bytes.empty() ? std::optional<Bytes>() : std::optional(bytes);
        }
        const auto *data = static_cast<const std::uint8_t *>(xcb_get_property_value(r.get()));
        bytes.insert(bytes.end(), data, data + xcb_get_property_value_length(r.get()));
        if (r->bytes_after == 0 || bytes.size() > kMostProfile) {
            return std::optional(bytes);
        }
    }
}

Status XScreen::setProfile(const XOutput &output, const std::optional<Bytes> &profile)
{
    const xcb_atom_t atom = m_x->atom(profileAtom(output));
    if (!profile) {
        return m_x->finish(xcb_delete_property_checked(m_x->c, m_x->root, atom), say("taking-profile-off"));
    }
    // In pieces that every server takes.
    constexpr size_t piece = 200000;
    for (size_t at = 0; at == 0 || at < profile->size(); at += piece) {
        const size_t length = std::min(piece, profile->size() - at);
        const auto mode = std::uint8_t(at == 0 ? XCB_PROP_MODE_REPLACE : XCB_PROP_MODE_APPEND);
        const Status s =
            m_x->finish(xcb_change_property_checked(m_x->c, mode, m_x->root, atom, XCB_ATOM_CARDINAL, 8, std::uint32_t(length), profile->data() + at),
                        say("installing-profile"));
        if (!s) {
            return s;
        }
    }
    // The convention's version, 0.4: major · 100 + minor.
    const std::uint32_t version = 4;
    return m_x->finish(xcb_change_property_checked(m_x->c, XCB_PROP_MODE_REPLACE, m_x->root, m_x->atom("_ICC_PROFILE_IN_X_VERSION"),
                                                   XCB_ATOM_CARDINAL, 32, 1, &version),
                       say("naming-convention"));
}

Result<Ramps> XScreen::ramps(const XOutput &output) const
{
    const Reply<xcb_randr_get_crtc_gamma_reply_t> r(xcb_randr_get_crtc_gamma_reply(m_x->c, xcb_randr_get_crtc_gamma(m_x->c, output.crtc), nullptr));
    if (!r || r->size < 2) {
        return xError(say("output-no-gamma-ramps-2", output.name), say("profile-installed-ramps-cannot"));
    }
    Ramps ramps;
    const std::array<const std::uint16_t *, 3> lists{xcb_randr_get_crtc_gamma_red(r.get()), xcb_randr_get_crtc_gamma_green(r.get()),
                                                     xcb_randr_get_crtc_gamma_blue(r.get())};
    for (int c = 0; c < 3; ++c) {
        for (int i = 0; i < r->size; ++i) {
            ramps.channel(c).push_back(lists[size_t(c)][i] / 65535.0);
        }
    }
    return ramps;
}

Status XScreen::setRamps(const XOutput &output, const Ramps &wanted)
{
    if (output.gammaSize < 2) {
        return xError(say("output-no-gamma-ramps-2", output.name), say("profile-installed-ramps-cannot"));
    }
    const Ramps ramps = wanted.empty() ? linearRamps(2) : wanted;
    std::array<std::vector<std::uint16_t>, 3> lists;
    for (int i = 0; i < output.gammaSize; ++i) {
        const double v = double(i) / (output.gammaSize - 1);
        const Drive d = throughCurves(ramps, {v, v, v});
        for (int c = 0; c < 3; ++c) {
            lists[size_t(c)].push_back(std::uint16_t(std::lround(65535 * std::clamp(d[c], 0.0, 1.0))));
        }
    }
    return m_x->finish(
        xcb_randr_set_crtc_gamma_checked(m_x->c, output.crtc, std::uint16_t(output.gammaSize), lists[0].data(), lists[1].data(), lists[2].data()),
        say("loading-ramps"));
}

Result<std::vector<Drive>> XScreen::pixels(const std::array<int, 4> &area) const
{
    const auto [x, y, width, height] = area;
    const Reply<xcb_get_image_reply_t> r(xcb_get_image_reply(m_x->c,
                                                             xcb_get_image(m_x->c, XCB_IMAGE_FORMAT_Z_PIXMAP, m_x->root, std::int16_t(x),
                                                                           std::int16_t(y), std::uint16_t(width), std::uint16_t(height), ~0U),
                                                             nullptr));
    constexpr size_t kBytes = 4; // blue, green, red and one unused, as servers of 24 bits on this kind of computer have it
    const size_t count = size_t(width) * size_t(height);
    if (!r || r->depth < 24 || size_t(xcb_get_image_data_length(r.get())) < kBytes * count) {
        return xError(say("what-screen-shows-cannot"), say("stand-needs-x-screen"));
    }
    const std::uint8_t *data = xcb_get_image_data(r.get());
    std::vector<Drive> all;
    all.reserve(count);
    for (size_t i = 0; i < count; ++i) {
        const std::uint8_t *p = data + kBytes * i;
        all.emplace_back(p[2] / 255.0, p[1] / 255.0, p[0] / 255.0);
    }
    return all;
}

double rampDifference(const Ramps &a, const Ramps &b)
{
    const Ramps linear = linearRamps(2);
    const Ramps &first = a.empty() ? linear : a, &second = b.empty() ? linear : b;
    double most = 0;
    for (int i = 0; i <= 255; ++i) {
        const double v = i / 255.0;
        const Drive difference = throughCurves(first, {v, v, v}) - throughCurves(second, {v, v, v});
        most = std::max(most, difference.vec().cwiseAbs().maxCoeff());
    }
    return most;
}

} // namespace lamp
