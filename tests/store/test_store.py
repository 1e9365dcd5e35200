"""The store against a real server: migrations, ownership, history, commits."""

import os
import signal
from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import UUID, uuid4

import pytest
from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import inspect, select, text, update

from steady_tide.core.plan.problem.brief import Brief
from steady_tide.demo.load import demo_kit, load_demo
from steady_tide.desk.accounts.authentication import create_account
from steady_tide.desk.bench.bench import Bench, Camera
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.shoots.shoots import ShootFacts, Shoots
from steady_tide.desk.views import SceneView
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.launch.cluster import Cluster
from steady_tide.store.database import MIGRATIONS, Database
from steady_tide.store.errors import NotFound, Stale, Taken, Unavailable
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import Page
from steady_tide.store.tables import Account, Base, PlanRow, SceneRow, SceneStateRow, SetupRow, ShootRow
from tests.situations import SCENES


def new_account(database: Database) -> UUID:
    with database.session() as session:
        return create_account(session, email=f"{uuid4().hex}@example.invalid", name="X", password=None).id


def new_scene(rows: Rows) -> SceneView:
    devices = KitDesk(rows).take_in(demo_kit())
    shoot = Shoots(Workplace(rows, Shared())).add(ShootFacts(name="A day", place="", day=None))
    brief = Brief.read(SCENES["The pilot gig"])
    return Bench(Workplace(rows, Shared())).add_scene(
        shoot.id, name="Gig", brief=brief, cameras=[Camera(devices["skarv-a4"])]
    )


def old(database: Database, scene_id: UUID) -> None:
    """Make the last edit old, so that the next one does not join it."""
    with database.session() as session:
        past = datetime.now(UTC) - timedelta(minutes=5)
        session.execute(update(SceneStateRow).where(SceneStateRow.scene_id == scene_id).values(created_at=past))


def migrations(database: Database) -> Config:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["url"] = database.url
    return config


def test_migrations_make_exactly_the_tables_of_the_code(database: Database) -> None:
    command.check(migrations(database))


def everything_in(database: Database) -> dict[str, object]:
    """Tables with their columns and constraints, functions and types, as the server knows them."""
    inspector = inspect(database.engine)
    tables = {
        table: (
            [(column["name"], str(column["type"]), column["nullable"]) for column in inspector.get_columns(table)],
            sorted(repr(one) for one in inspector.get_unique_constraints(table)),
            sorted(repr(one) for one in inspector.get_foreign_keys(table)),
            sorted(repr(one) for one in inspector.get_indexes(table)),
        )
        for table in inspector.get_table_names()
    }
    with database.engine.connect() as connection:
        mine = "NOT IN (SELECT oid FROM pg_namespace WHERE nspname LIKE 'pg_%' OR nspname = 'information_schema')"
        functions = connection.execute(text(f"SELECT proname FROM pg_proc WHERE pronamespace {mine}")).scalars()
        types = connection.execute(text(f"SELECT typname FROM pg_type WHERE typnamespace {mine}")).scalars()
        return {**tables, "functions": sorted(functions), "types": sorted(types)}


def test_every_migration_can_be_taken_back_and_made_again_with_data_in_it(cluster: Cluster) -> None:
    database = Database(cluster.url("back_and_forth"))
    database.migrate()
    newest = everything_in(database)
    with database.session() as session:
        load_demo(session)
    script = migrations(database)
    steps = [one.revision for one in ScriptDirectory.from_config(script).walk_revisions()]
    for _ in steps:
        command.downgrade(script, "-1")
    assert set(everything_in(database)) == {"alembic_version", "functions", "types"}
    assert everything_in(database)["functions"] == []
    database.migrate()
    assert everything_in(database) == newest
    database.close()


def test_a_shoot_survives_a_migration_taken_back_and_made_again(cluster: Cluster) -> None:
    database = Database(cluster.url("there_and_back"))
    database.migrate()
    with database.session() as session:
        account = load_demo(session).id
    for _ in range(2):
        command.downgrade(migrations(database), "-1")
    database.migrate()
    with database.session() as session:
        at = Workplace(Rows(session, account), Shared())
        assert len(Shoots(at).page(Page(40))[0].scenes) == 6
    database.close()


def test_every_table_but_those_of_the_door_belongs_to_an_account(database: Database) -> None:
    inspector = inspect(database.engine)
    for table in Base.metadata.sorted_tables:
        if table.name in ("accounts", "attempts", "invitations", "secrets"):
            continue
        owners = [key for key in inspector.get_foreign_keys(table.name) if key["referred_table"] == "accounts"]
        assert owners, table.name


def test_rows_of_another_account_do_not_exist(database: Database) -> None:
    mine, other = new_account(database), new_account(database)
    with database.session() as session:
        scene = new_scene(Rows(session, mine))
    with database.session() as session:
        rows = Rows(session, other)
        for table, row_id in ((SceneRow, scene.id), (ShootRow, scene.shoot_id), (SetupRow, scene.setups[0].id)):
            with pytest.raises(NotFound):
                rows.get(table, row_id)
        assert Shoots(Workplace(rows, Shared())).page(Page(40)) == []


def test_the_database_itself_refuses_a_child_in_another_account(database: Database) -> None:
    mine, other = new_account(database), new_account(database)
    with database.session() as session:
        scene = new_scene(Rows(session, mine))
    with pytest.raises(NotFound), database.session() as session:
        stray = SceneRow(shoot_id=scene.shoot_id, position=1, name="stray", brief={})
        Rows(session, other).add(stray)


def test_deleting_an_account_leaves_nothing_behind(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        new_scene(Rows(session, mine))
    with database.session() as session:
        session.delete(session.get(Account, mine))
    with database.engine.connect() as connection:
        for table in Base.metadata.sorted_tables:
            if "account_id" in table.c:
                found = connection.execute(select(table).where(table.c.account_id == mine)).first()
                assert found is None, table.name


def test_undo_and_redo_walk_through_the_states(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        bench = Bench(Workplace(Rows(session, mine), Shared()))
        scene = new_scene(bench.rows)
        assert scene.undo is None
        pinned = bench.pin(scene.setups[0].id, "shutter", "1/50")
        schooled = bench.choose_school(scene.setups[0].id, "darkroom")
        assert schooled.undo == "school Darkroom"
        back = bench.step(scene.id, -1)
        assert (back.setups[0].school, back.setups[0].pins) == ("", pinned.setups[0].pins)
        assert (back.undo, back.redo) == ("shutter pinned to 1/50", "school Darkroom")
        start = bench.step(scene.id, -1)
        assert start.setups[0].pins == {}
        with pytest.raises(NotFound, match="nothing to undo"):
            bench.step(scene.id, -1)
        assert bench.step(scene.id, 1).setups[0].pins == pinned.setups[0].pins
        fresh = bench.pin(scene.setups[0].id, "beeps", "on")
        assert fresh.redo is None
        assert fresh.revision == 7  # the start, two edits, three steps, one edit


def test_undo_brings_a_removed_camera_back_with_its_pins(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        bench = Bench(Workplace(Rows(session, mine), Shared()))
        scene = new_scene(bench.rows)
        other = next(device.id for device in KitDesk(bench.rows).devices() if device.key == "lumme-8-manual")
        both = bench.add_setup(scene.id, other)
        bench.pin(both.setups[1].id, "focus_lock", "on")
        assert len(bench.remove_setup(both.setups[1].id).setups) == 1
        back = bench.step(scene.id, -1)
        assert [setup.id for setup in back.setups] == [setup.id for setup in both.setups]
        assert back.setups[1].pins == {"focus_lock": "on"}
        with pytest.raises(Taken, match="on the scene already"):
            bench.add_setup(scene.id, other)


def test_typing_is_one_step_back_and_later_edits_are_steps_of_their_own(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        scene = new_scene(Rows(session, mine))
    for minutes in (3, 30):
        with database.session() as session:
            brief = scene.brief.model_copy(update={"minutes": minutes})
            Bench(Workplace(Rows(session, mine), Shared())).edit(scene.id, label="runs for", brief=brief)
    old(database, scene.id)
    with database.session() as session:
        bench = Bench(Workplace(Rows(session, mine), Shared()))
        bench.edit(scene.id, label="runs for", brief=scene.brief.model_copy(update={"minutes": 45}))
        assert bench.step(scene.id, -1).brief.minutes == 30
        assert bench.step(scene.id, -1).brief == scene.brief


def test_an_edit_of_an_old_revision_is_refused(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        bench = Bench(Workplace(Rows(session, mine), Shared()))
        scene = new_scene(bench.rows)
        bench.edit(scene.id, label="name", name="New", revision=scene.revision)
        with pytest.raises(Stale):
            bench.edit(scene.id, label="name", name="Newer", revision=scene.revision)


def test_a_plan_is_kept_and_made_anew_when_its_inputs_change(database: Database) -> None:
    mine = new_account(database)
    with database.session() as session:
        bench = Bench(Workplace(Rows(session, mine), Shared()))
        scene = new_scene(bench.rows)
        kept = session.scalars(select(PlanRow).where(PlanRow.account_id == mine)).one()
        first = kept.fingerprint
        bench.scene(scene.id)
        assert kept.fingerprint == first
        changed = bench.edit(scene.id, label="air", brief=scene.brief.model_copy(update={"temperature_c": -10}))
        session.refresh(kept)
        assert kept.fingerprint == first, "while a scene is edited, plans come and go"
        looked = bench.scene(scene.id)
        session.refresh(kept)
        assert kept.fingerprint != first and looked.setups == changed.setups
        assert kept.outcome == changed.setups[0].outcome.model_dump(mode="json")


def test_the_demo_loads_once_and_keeps_what_was_changed(cluster: Cluster) -> None:
    demo = Database(cluster.url("demo_load"))
    demo.migrate()
    try:
        with demo.session() as session:
            account = load_demo(session)
            shoots = Shoots(Workplace(Rows(session, account.id), Shared()))
            shoot = shoots.shoot(shoots.page(Page(40))[0].id)
            assert [scene.name for scene in shoot.scenes] == [
                "Under the rafts", "The pilot gig", "Rafts from above", "The smoked jar", "Lantern market",
                "Sky over the sheds",
            ]  # fmt: skip
            outcomes = [setup.outcome for scene in shoot.scenes for setup in scene.setups]
            assert outcomes.count("conflict") == 1 and outcomes.count("plan") == len(outcomes) - 1
            Bench(Workplace(Rows(session, account.id), Shared())).delete_scene(shoot.scenes[0].id)
        with demo.session() as session:
            again = load_demo(session)
            assert again.id == account.id
            assert len(Shoots(Workplace(Rows(session, again.id), Shared())).page(Page(40))[0].scenes) == 5
    finally:
        demo.close()


def test_who_finds_no_connection_free_is_told_so_and_served_later(database: Database) -> None:
    narrow = Database(database.url, connections=1, wait_s=0.2)
    ask = text("select 1")
    with narrow.session() as first:
        first.execute(ask)
        with pytest.raises(Unavailable, match="too many are served"), narrow.session() as second:
            second.execute(ask)
    with narrow.session() as third:
        assert third.scalar(ask) == 1
    narrow.close()


def test_what_was_committed_survives_a_killed_server(tmp_path_factory: pytest.TempPathFactory) -> None:
    home = Path("/tmp") / f"steady-tide-kill-{uuid4().hex[:8]}"
    home.mkdir(mode=0o755)
    cluster = Cluster(home)  # fsync on, as people run it
    try:
        cluster.start()
        database = Database(cluster.url("kept"))
        with database.session() as session:
            session.execute(text("CREATE TABLE kept (value int)"))
            session.execute(text("INSERT INTO kept VALUES (42)"))
        pid = int((cluster.data / "postmaster.pid").read_text().splitlines()[0])
        os.kill(pid, signal.SIGKILL)
        with pytest.raises(Unavailable):
            for _ in range(50):
                with database.session() as session:
                    session.execute(text("SELECT 1"))
        database.close()
        cluster.stop()
        again = Cluster(home)
        again.start()
        reopened = Database(again.url("kept"))
        with reopened.session() as session:
            assert session.execute(text("SELECT value FROM kept")).scalar_one() == 42
        reopened.close()
        again.stop()
        assert again.running_port() is None
    finally:
        cluster.stop()
        import shutil

        shutil.rmtree(home, ignore_errors=True)
