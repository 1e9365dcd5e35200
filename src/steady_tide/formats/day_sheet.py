"""The printed day sheet: one A4 in PDF, with the tide diagram, scenes, changes and what to bring."""

from datetime import datetime
from importlib import resources
from typing import Any, Final

from jinja2 import Environment, PackageLoader, StrictUndefined, select_autoescape
from markupsafe import Markup

from steady_tide.formats.agenda import Agenda, AgendaScene

WIDTH: Final = 720.0
HEIGHT: Final = 190.0
AIR_STOPS: Final = 1.0
FONTS: Final = ("archivo-latin-wght-normal.woff2", "fraunces-latin-wght-normal.woff2")


def day_html(agenda: Agenda, *, code: bytes | None = None) -> str:
    """The sheet as HTML; everything a creator typed is escaped. code: an SVG that opens the shoot on a phone."""
    pages = Environment(
        loader=PackageLoader("steady_tide.formats", "sheet"),
        autoescape=select_autoescape(default=True),
        undefined=StrictUndefined,
    )
    return pages.get_template("day.html.j2").render(
        agenda=agenda, tide=tide_of(agenda), code=Markup(code.decode()) if code else None
    )


def day_pdf(agenda: Agenda, *, code: bytes | None = None) -> bytes:
    """The sheet as PDF. Nothing is fetched: only the fonts that ship with the product may be read."""
    from weasyprint import CSS, HTML
    from weasyprint.text.fonts import FontConfiguration
    from weasyprint.urls import URLFetcherResponse

    folder = resources.files("steady_tide.formats").joinpath("sheet")
    fonts = FontConfiguration()

    def shipped(url: str) -> URLFetcherResponse:
        name = url.rsplit("/", 1)[-1]
        if name not in FONTS:
            raise ValueError("a day sheet reads nothing but its own fonts")
        return URLFetcherResponse(url, folder.joinpath(name).read_bytes(), {"Content-Type": "font/woff2"})

    style = CSS(
        string=folder.joinpath("day.css").read_text(encoding="utf-8"),
        base_url="https://sheet.invalid/",
        url_fetcher=shipped,
        font_config=fonts,
    )
    page = HTML(string=day_html(agenda, code=code), base_url="https://sheet.invalid/", url_fetcher=shipped)
    return bytes(page.write_pdf(stylesheets=[style], font_config=fonts))


def tide_of(agenda: Agenda) -> dict[str, Any]:
    """Geometry of the diagram: paths and boxes in a plot of WIDTH by HEIGHT."""
    levels = [row.sky_ev100 for row in agenda.rows]
    marks = [mark for scene in agenda.scenes for one in scene.cameras for mark in (one.low_ev100, one.high_ev100)]
    low, high = max(min([0.0, *marks]), -12.0) - AIR_STOPS, max([*levels, *marks]) + AIR_STOPS
    first, last = agenda.rows[0].at, agenda.rows[-1].at

    def x(at: datetime) -> float:
        return round(WIDTH * (at - first).total_seconds() / (last - first).total_seconds(), 1)

    def y(ev100: float) -> float:
        return round(HEIGHT * (high - min(max(ev100, low), high)) / (high - low), 1)

    def path(pairs: list[tuple[datetime, float]]) -> str:
        return "M" + "L".join(f"{x(at)},{y(ev)}" for at, ev in pairs)

    return {
        "width": WIDTH,
        "height": HEIGHT,
        "sky": path([(row.at, row.sky_ev100) for row in agenda.rows]),
        "hours": [(x(row.at), f"{row.at:%H:%M}") for row in agenda.rows if row.at.minute == 0 and row.at.hour % 3 == 0],
        "ticks": [(y(value), f"{value}".replace("-", "−")) for value in range(int(low) + 1, int(high) + 1, 4)],
        "swaps": [(x(swap.at), swap.while_filming) for swap in agenda.swaps],
        "scenes": [_drawn(scene, agenda, x, y, path) for scene in agenda.scenes],
    }


def _drawn(scene: AgendaScene, agenda: Agenda, x: Any, y: Any, path: Any) -> dict[str, Any]:
    start, end = scene.span
    within = [(row.at, level) for row, level in zip(agenda.rows, scene.levels, strict=True) if start <= row.at <= end]
    return {
        "name": scene.name,
        "x": x(start),
        "width": max(x(end) - x(start), 2.0),
        "marks": [(y(one.high_ev100), max(y(one.low_ev100) - y(one.high_ev100), 0.5)) for one in scene.cameras],
        "light": path(within) if len(within) > 1 else "",
        "steady": scene.steady,
    }
