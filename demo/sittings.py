"""When the demo's painter paints: mornings at home from tomorrow on, and one low tide on the slip."""

from datetime import datetime, timedelta
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from server.sittings.schemas import SittingsData


def at_home(now: datetime) -> "SittingsData":
    """Two hours and a half in the morning, with a break, in a heated room with dry air."""
    from server.sittings.schemas import ClimateData, DiaryData, RecurringData, SittingsData

    mornings = RecurringData(at="09:30", minutes=150, rest_after_min=75, rest_min=10)
    return SittingsData(
        diary=DiaryData(begins=_tomorrow(now, "09:30"), recurring=[mornings]),
        climate=ClimateData(temperature_c=21, humidity_pct=45),
    )


def on_the_slip(now: datetime) -> "SittingsData":
    """One long morning outdoors, in moving air, at coordinates out on the water that stand for no place."""
    from server.sittings.schemas import ClimateData, DiaryData, PlaceData, RecurringData, SittingsData

    morning = RecurringData(at="10:00", minutes=210)
    return SittingsData(
        diary=DiaryData(begins=_tomorrow(now, "10:00"), recurring=[morning]),
        climate=ClimateData(temperature_c=15, humidity_pct=70, air="moving"),
        place=PlaceData(latitude_deg=54.1, longitude_deg=-3.2, facing_deg=250.0, name="the slip"),
        cloud="broken",
    )


def _tomorrow(now: datetime, at: str) -> str:
    return f"{(now + timedelta(days=1)).date().isoformat()}T{at}"
