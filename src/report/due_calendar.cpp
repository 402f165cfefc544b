// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/due_calendar.h"

#include "words/words.h"

#include <libical/ical.h>

#include <algorithm>
#include <memory>

namespace lamp {

namespace {

icaltimetype dayOf(WallTime t)
{
    const std::chrono::year_month_day day(std::chrono::floor<std::chrono::days>(t));
    icaltimetype i = icaltime_null_date();
    i.year = int(day.year());
    i.month = int(unsigned(day.month()));
    i.day = int(unsigned(day.day()));
    return i;
}

icaltimetype momentOf(WallTime t)
{
    return icaltime_from_timet_with_zone(t.time_since_epoch().count(), 0, icaltimezone_get_utc_timezone());
}

void add(icalcomponent *to, icalproperty *property)
{
    icalcomponent_add_property(to, property);
}

/// Of a display, whatever it is called later.
std::string identityOf(const DueQuestion &q)
{
    return "display-" + (q.serial.empty() ? std::to_string(q.key) : q.serial) + "@dutiful-lamp";
}

icalcomponent *entryOf(const DueQuestion &q, const Due &due, WallTime on)
{
    const WallTime day = std::max(due.due.value_or(on), on);
    const std::string name = q.name.empty() ? q.serial : q.name;
    icalcomponent *event = icalcomponent_new(ICAL_VEVENT_COMPONENT);
    add(event, icalproperty_new_uid(identityOf(q).c_str()));
    add(event, icalproperty_new_dtstamp(momentOf(on)));
    add(event, icalproperty_new_dtstart(dayOf(day)));
    add(event, icalproperty_new_dtend(dayOf(day + std::chrono::days{1})));
    add(event, icalproperty_new_summary(said(say("calendar-visit", name)).c_str()));
    Message why = dueStateSaid(due.state);
    if (due.due && !due.why.empty()) {
        why = say("calendar-why", why, Day{*due.due}, dueReasonSaid(due.state, due.why));
    }
    add(event, icalproperty_new_description(said(why).c_str()));
    if (!q.room.empty()) {
        add(event, icalproperty_new_location(q.room.c_str()));
    }
    add(event, icalproperty_new_transp(ICAL_TRANSP_TRANSPARENT)); // it blocks nobody's day
    icalcomponent *alarm = icalcomponent_new(ICAL_VALARM_COMPONENT);
    add(alarm, icalproperty_new_action(ICAL_ACTION_DISPLAY));
    add(alarm, icalproperty_new_description(said(say("calendar-visit", name)).c_str()));
    icaltriggertype before{};
    before.duration = icaldurationtype_from_int(-15 * 3600); // nine in the morning of the day before
    before.time = icaltime_null_time();
    add(alarm, icalproperty_new_trigger(before));
    icalcomponent_add_component(event, alarm);
    return event;
}

} // namespace

std::string dueCalendar(const std::vector<DueQuestion> &displays, WallTime on)
{
    const std::unique_ptr<icalcomponent, decltype(&icalcomponent_free)> calendar(icalcomponent_new(ICAL_VCALENDAR_COMPONENT), &icalcomponent_free);
    add(calendar.get(), icalproperty_new_version("2.0"));
    add(calendar.get(), icalproperty_new_prodid("-//Dutiful Lamp//visits//EN"));
    for (const DueQuestion &q : displays) {
        icalcomponent_add_component(calendar.get(), entryOf(q, dueOf(q, on), on));
    }
    const std::unique_ptr<char, decltype(&free)> text(icalcomponent_as_ical_string_r(calendar.get()), &free);
    return text ? text.get() : std::string();
}

} // namespace lamp
