"""Reads a calendar from standard input with Debian's libical and prints what it understood as JSON: errors, and of each event and
thing to do its id with when it begins and ends, seconds since 1970."""
import ctypes
import json
import sys

lib = ctypes.CDLL("libical.so.3")
VEVENT, VTODO, ANY = 4, 5, 1  # ICAL_VEVENT_COMPONENT, ICAL_VTODO_COMPONENT, ICAL_ANY_COMPONENT


class Time(ctypes.Structure):
    _fields_ = [(n, ctypes.c_int) for n in ("year", "month", "day", "hour", "minute", "second", "is_date", "is_daylight")] + [
        ("zone", ctypes.c_void_p)
    ]


def of(name, result, *takes):
    function = getattr(lib, name)
    function.restype, function.argtypes = result, list(takes)
    return function


pointer = ctypes.c_void_p
parse = of("icalparser_parse_string", pointer, ctypes.c_char_p)
errors = of("icalcomponent_count_errors", ctypes.c_int, pointer)
strict = of("icalrestriction_check", ctypes.c_int, pointer)
first = of("icalcomponent_get_first_component", pointer, pointer, ctypes.c_int)
following = of("icalcomponent_get_next_component", pointer, pointer, ctypes.c_int)
uid = of("icalcomponent_get_uid", ctypes.c_char_p, pointer)
summary = of("icalcomponent_get_summary", ctypes.c_char_p, pointer)
begins = of("icalcomponent_get_dtstart", Time, pointer)
ends = of("icalcomponent_get_dtend", Time, pointer)
due = of("icalcomponent_get_due", Time, pointer)
seconds = of("icaltime_as_timet_with_zone", ctypes.c_long, Time, pointer)

whole = parse(sys.stdin.buffer.read())
found = []
for kind, name, end in ((VEVENT, "VEVENT", ends), (VTODO, "VTODO", due)):
    part = first(whole, kind)
    while part:
        from_, to = begins(part), end(part)
        found.append(
            {
                "kind": name,
                "uid": uid(part).decode(),
                "summary": summary(part).decode(),
                "from": seconds(from_, from_.zone),
                "to": seconds(to, to.zone),
            }
        )
        part = following(whole, kind)
print(json.dumps({"errors": errors(whole), "keepsRules": bool(strict(whole)), "parts": found}))
