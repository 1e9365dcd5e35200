"""The logbook is a table of takes: counted ones are written as what is noted of them changes"""

import json
from collections.abc import Iterator
from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

from steady_tide.core.field.entries import entry_of
from steady_tide.core.field.merging import merged

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add what takes are found by, and the takes counted so far."""
    op.add_column("logged", sa.Column("shoot_id", sa.Uuid()))
    op.add_column("logged", sa.Column("scene_id", sa.Uuid()))
    op.add_column("logged", sa.Column("scenario", sa.String(20), server_default="", nullable=False))
    op.add_column("logged", sa.Column("camera", sa.String(60), server_default="", nullable=False))
    op.add_column("logged", sa.Column("ev100", sa.Float()))
    op.create_foreign_key(
        "fk_logged_shoot_id_account_id_shoots", "logged", "shoots", ["shoot_id", "account_id"], ["id", "account_id"],
        ondelete="CASCADE",
    )  # fmt: skip
    op.create_foreign_key(
        "fk_logged_scene_id_account_id_scenes", "logged", "scenes", ["scene_id", "account_id"], ["id", "account_id"],
        ondelete="SET NULL (scene_id)",
    )  # fmt: skip
    op.execute(
        "UPDATE logged SET scenario = coalesce(document->>'scenario', ''), camera = coalesce(document->>'camera', ''),"
        " ev100 = (document->>'ev100')::float"
    )
    op.drop_index("ix_logged_at", "logged")
    op.create_index("ix_logged_shoot_id", "logged", ["shoot_id"])
    op.create_index("ix_logged_alike", "logged", ["account_id", "camera", "scenario", "ev100"])
    op.create_index("ix_logged_by_time", "logged", ["account_id", "at", "take_id"])
    op.add_column("entries", sa.Column("link_id", sa.Uuid()))
    for account, shoot in op.get_bind().execute(sa.text("SELECT DISTINCT account_id, shoot_id FROM entries")).all():
        for row in _counted(account, shoot):
            op.get_bind().execute(_INSERT, row)


_INSERT = sa.text(
    "INSERT INTO logged (id, account_id, take_id, at, document, shoot_id, scene_id, scenario, camera, ev100)"
    " VALUES (gen_random_uuid(), :account, :take, :at, :document, :shoot, :scene, :scenario, :camera, :ev100)"
    " ON CONFLICT (account_id, take_id) DO UPDATE SET shoot_id = :shoot, scene_id = :scene"
).bindparams(sa.bindparam("document", type_=JSONB()))


def _counted(account: Any, shoot: Any) -> Iterator[dict[str, Any]]:
    """The takes of a shoot as they were counted so far."""
    ask, which = op.get_bind().execute, {"account": account, "shoot": shoot}
    noted = ask(sa.text("SELECT document FROM entries WHERE shoot_id = :shoot ORDER BY at, id"), which)
    (name,) = ask(sa.text("SELECT name FROM shoots WHERE id = :shoot"), which).one()
    told = "SELECT id, name, brief->>'scenario' FROM scenes WHERE shoot_id = :shoot"
    scenes = {row[0]: row[1:] for row in ask(sa.text(told), which)}
    on = "SELECT s.id, d.key, d.document->>'name' FROM setups s JOIN devices d ON d.id = s.device_id"
    cameras = {row[0]: row[1:] for row in ask(sa.text(f"{on} WHERE s.account_id = :account"), which)}
    for take in merged([entry_of.validate_python(row[0]) for row in noted]).takes:
        scene, scenario = scenes.get(take.scene, ("", None))
        camera, camera_name = cameras.get(take.setup, ("", ""))
        facts = json.loads(take.model_dump_json(exclude={"scene", "setup", "shot", "notes"}))
        where = {"shoot": name, "scene": scene, "scenario": scenario, "camera": camera, "camera_name": camera_name}
        document = {**facts, **where, "notes": [note.text for note in take.notes]}
        found = {"scene": take.scene if take.scene in scenes else None, "scenario": scenario or "", "camera": camera}
        yield {**which, **found, "take": take.id, "at": take.at, "document": document, "ev100": take.ev100}


def downgrade() -> None:
    """Take them away; counted takes stand in what was noted."""
    op.drop_column("entries", "link_id")
    op.execute("DELETE FROM logged WHERE shoot_id IS NOT NULL")
    for index in ("ix_logged_by_time", "ix_logged_alike", "ix_logged_shoot_id"):
        op.drop_index(index, "logged")
    op.create_index("ix_logged_at", "logged", ["at"])
    for column in ("ev100", "camera", "scenario", "scene_id", "shoot_id"):
        op.drop_column("logged", column)
