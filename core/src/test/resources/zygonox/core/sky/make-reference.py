"""Writes the two tables beside it with PyEphem 4.1.4 (the XEphem library), a second ephemeris.

positions.csv: latitude, longitude (degrees), time, body (sun, moon or RA,DEC of J2000 with a space),
azimuth, altitude (degrees, topocentric, no refraction), lit fraction (moon only).
nights.csv: latitude, longitude, date, then sunset, civil, nautical and astronomical dusk, astronomical,
nautical and civil dawn, sunrise, moonrise, moonset of the night from noon to noon UTC, or -.
"""
import datetime
import math
import random

import ephem

random.seed(20261014)


def observer(latitude, longitude, when):
    o = ephem.Observer()
    o.lat, o.lon = math.radians(latitude), math.radians(longitude)
    o.elevation, o.pressure, o.date = 0, 0, ephem.Date(when)
    return o


def moment():
    return datetime.datetime(1990, 1, 1) + datetime.timedelta(seconds=random.randrange(70 * 31557600))


with open("positions.csv", "w") as out:
    for i in range(120):
        latitude, longitude, when = random.uniform(-70, 70), random.uniform(-180, 180), moment()
        o = observer(latitude, longitude, when)
        if i % 3 == 2:
            ra, dec = random.uniform(0, 360), random.uniform(-85, 85)
            body, name = ephem.FixedBody(), "%.6f %.6f" % (ra, dec)
            body._ra, body._dec, body._epoch = math.radians(ra), math.radians(dec), "2000"
        else:
            body, name = (ephem.Sun(), "sun") if i % 3 == 0 else (ephem.Moon(), "moon")
        body.compute(o)
        lit = "%.5f" % (body.phase / 100) if name == "moon" else ""
        row = (latitude, longitude, when.isoformat() + "Z", name)
        out.write("%.6f,%.6f,%s,%s," % row)
        out.write("%.5f,%.5f,%s\n" % (math.degrees(body.az), math.degrees(body.alt), lit))

EVENTS = [
    ("-0.833", "set"), ("-6", "set"), ("-12", "set"), ("-18", "set"),
    ("-18", "rise"), ("-12", "rise"), ("-6", "rise"), ("-0.833", "rise"),
    ("-0:34", "moonrise"), ("-0:34", "moonset"),
]

with open("nights.csv", "w") as out:
    for i in range(60):
        latitude, longitude = random.uniform(-62, 62), random.uniform(-170, 170)
        noon = moment().replace(hour=12, minute=0, second=0, microsecond=0)
        row = ["%.6f" % latitude, "%.6f" % longitude, noon.date().isoformat()]
        for horizon, what in EVENTS:
            o = observer(latitude, longitude, noon)
            o.horizon = horizon
            body = ephem.Moon() if what.startswith("moon") else ephem.Sun()
            find = o.next_rising if what.endswith("rise") else o.next_setting
            try:
                at = find(body, use_center=not what.startswith("moon")).datetime()
            except (ephem.AlwaysUpError, ephem.NeverUpError):
                at = None
            late = at is None or at > noon + datetime.timedelta(days=1)
            row.append("-" if late else at.replace(microsecond=0).isoformat() + "Z")
        out.write(",".join(row) + "\n")
