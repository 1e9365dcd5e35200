"""Ordinary things that are easily had: what a scene is planned with to see whether getting one would help."""

from typing import Final

from steady_tide.core.kit.bag import (
    BagItem,
    Cell,
    Charger,
    Housing,
    Lamp,
    MemoryCard,
    Microphone,
    NdFilter,
    PowerBank,
    Support,
)
from steady_tide.core.kit.device import Device

ND_STOPS: Final = (1, 2, 3, 4, 5, 6)
COLD_RATED_SHARE: Final = 0.85
"""Share a cold-rated cell gives at 0 degrees C. **Assumed**."""


def _key(name: str, device: Device) -> str:
    return f"{name}-for-{device.key}"[:60].rstrip("-")


def nd_filter(stops: int, device: Device) -> NdFilter:
    """The ordinary filter of some whole stops for a camera: ND 32 takes five."""
    factor = 2**stops
    return NdFilter(key=_key(f"nd{factor}", device), label=f"ND {factor}", stops=stops, fits=[device.key])


def dive_lamp() -> Lamp:
    """A lamp for under water of an ordinary strength."""
    return Lamp(
        key="dive-lamp-got",
        label="Dive lamp, 3000 lm",
        lumens=3000,
        beam_deg=90,
        kelvins=[5600],
        dimmable=True,
        depth_rating_m=60,
        runtime_minutes=60,
    )


def pocket_panel() -> Lamp:
    """A small panel that is carried in a pocket."""
    return Lamp(
        key="pocket-panel-got",
        label="Pocket panel, 300 lx at a metre",
        lux_at_1_m=300,
        kelvins=[3200, 5600],
        dimmable=True,
        runtime_minutes=90,
    )


def gimbal(device: Device) -> Support:
    """A gimbal for a camera."""
    return Support(key=_key("gimbal", device), label="Gimbal", carried="gimbal", fits=[device.key])


def tripod(device: Device) -> Support:
    """A tripod for a camera."""
    return Support(key=_key("tripod", device), label="Tripod", carried="tripod", fits=[device.key])


def own_cells(device: Device, count: int) -> Cell:
    """Cells like the one a camera came with."""
    return Cell(
        key=_key("cell", device),
        label="Cell as it came",
        fits=[device.key],
        capacity_wh=device.battery.capacity_wh,
        share_at_0_c=device.battery.share_at_0_c,
        count=count,
    )


def cold_cells(device: Device, count: int) -> Cell:
    """Cells of a camera's own size that bear the cold."""
    return Cell(
        key=_key("cold-cell", device),
        label="Cold-rated cell",
        fits=[device.key],
        capacity_wh=device.battery.capacity_wh,
        share_at_0_c=max(device.battery.share_at_0_c, COLD_RATED_SHARE),
        count=count,
    )


def power_bank() -> PowerBank:
    """A usual power bank."""
    return PowerBank(key="power-bank-20", label="Power bank 20 Ah", capacity_wh=72, sockets=2)


def fast_card(device: Device) -> MemoryCard:
    """A large card that sustains what small cameras write."""
    return MemoryCard(
        key=_key("card-v90", device),
        label="Card V90, 512 GB",
        fits=[device.key],
        speed_class=90,
        sustained_mb_s=90,
        capacity_gb=512,
    )


def housing(device: Device, depth_m: float) -> Housing:
    """A housing for a camera, rated for a depth [m] as they are: 40 or 60 m, deeper ones for more."""
    rating = next((rated for rated in (40.0, 60.0, 100.0) if rated >= depth_m), 200.0)
    label = f"Housing to {rating:g} m"
    return Housing(key=_key("housing", device), label=label, fits=[device.key], port="flat", depth_rating_m=rating)


def ordinary_bag(device: Device) -> list[BagItem]:
    """Usual things for a camera, to be ticked off: filters, lamps, supports, cells, cards, a housing, a microphone."""
    dry: list[BagItem] = [nd_filter(stops, device) for stops in (2, 3, 4, 5, 6)]
    fits = [device.key]
    dry += [
        pocket_panel(),
        tripod(device),
        gimbal(device),
        Support(key=_key("chest-mount", device), label="Chest mount", carried="riding", fits=fits),
        own_cells(device, 2),
        cold_cells(device, 2),
        MemoryCard(
            key=_key("card-v30", device),
            label="Card V30, 128 GB",
            fits=fits,
            speed_class=30,
            sustained_mb_s=30,
            capacity_gb=128,
            count=2,
        ),
        fast_card(device),
        power_bank(),
        Charger(key=_key("charger", device), label="Charger, two cells", fits=fits, sockets=2),
        Microphone(key=_key("lapel", device), label="Lapel microphone", fits=fits, powered=False),
    ]
    if device.kind == "drone":
        return [item for item in dry if item.kind in ("nd", "cell", "card", "charger")]
    wet: list[BagItem] = [
        housing(device, 60.0),
        dive_lamp(),
        Support(key=_key("tray", device), label="Two-handed tray", carried="tray", fits=fits),
    ]
    return [*dry, *wet] if device.kind == "action-camera" else dry
