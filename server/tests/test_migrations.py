import tempfile
from unittest import TestCase

from django.apps import apps
from django.db import DEFAULT_DB_ALIAS, connections
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.recorder import MigrationRecorder
from django.test import override_settings, tag

OLD = "old"


class OnlyOld:
    """Whatever a migration reads or writes is in the old database."""

    def db_for_read(self, model, **hints):
        return OLD

    def db_for_write(self, model, **hints):
        return OLD


def tables_of(connection):
    """Columns, keys, constraints and indexes of every table."""
    found = {}
    with connection.cursor() as cursor:
        for table in connection.introspection.table_names(cursor):
            columns = {
                (c.name, connection.introspection.get_field_type(c.type_code, c), c.null_ok, c.display_size, c.pk, c.has_json_constraint)
                for c in connection.introspection.get_table_description(cursor, table)
            }
            rules = connection.introspection.get_constraints(cursor, table).values()
            found[table] = columns, sorted(repr(sorted(rule.items())) for rule in rules)
    return found


class OldDatabase(TestCase):
    """An empty database beside that of the tests."""

    def setUp(self):
        # forward from nothing is quick, back from everything is not
        folder = self.enterContext(tempfile.TemporaryDirectory())
        here = connections.databases[DEFAULT_DB_ALIAS]
        connections.databases[OLD] = here | {"NAME": f"{folder}/old.sqlite3", "TEST": here["TEST"]}
        self.enterContext(override_settings(DATABASE_ROUTERS=[f"{__name__}.OnlyOld"]))
        self.addCleanup(self.forget)

    def forget(self):
        connections[OLD].close()
        del connections[OLD]
        del connections.databases[OLD]

    def migrate(self, *targets):
        executor = MigrationExecutor(connections[OLD])
        executor.migrate(list(targets))
        return executor.loader.project_state(list(targets)).apps


@tag("long")
class TheSameTables(OldDatabase):
    """Tests run on tables made from the models; whoever has a nursery has those that the migrations made."""

    databases = {DEFAULT_DB_ALIAS}

    def test_the_migrations_make_what_the_models_describe(self):
        executor = MigrationExecutor(connections[OLD])
        executor.migrate(executor.loader.graph.leaf_nodes())
        made = tables_of(connections[OLD])
        self.assertGreater(len(made), len(list(apps.get_models())))
        self.assertEqual(made, tables_of(connections[DEFAULT_DB_ALIAS]))


class KeepingWhatWasThere(OldDatabase):
    """Rows of the last edition go through the migrations of this one with nothing lost."""

    def test_amounts_keep_their_number_and_their_error_and_wild_lots_say_that_nobody_asked_for_leave(self):
        old = self.migrate(("lots", "0002_initial"), ("people", "0001_initial"))
        by = old.get_model("people", "Person").objects.create(username="x", initials="X")
        lot = old.get_model("lots", "Lot").objects.create(code="A-1", field_name="dune", origin_kind="wild")
        for known, cv in (("counted", None), ("weighed", 0.05), ("guessed", None), ("scooped", None)):
            line = {"kind": "in", "amount_seeds": 400, "known": known, "cv": cv, "at": "2026-01-01T00:00Z"}
            old.get_model("lots", "StockEntry").objects.create(lot=lot, by=by, **line)
        new = self.migrate(("lots", "0003_seed_in"))
        entries = new.get_model("lots", "StockEntry").objects.order_by("pk")
        self.assertEqual(
            [(e.amount, e.unit, e.amount_seeds, e.se_seeds, e.doubt) for e in entries],
            [
                (400, "seeds", 400, 0, ""),
                (400, "seeds", 400, 20, ""),
                (400, "seeds", 400, None, "guessed"),
                (400, "seeds", 400, None, "not_noted"),
            ],
        )
        self.assertEqual(new.get_model("lots", "Lot").objects.get().leave, "not recorded")

    def test_a_database_from_before_apps_were_merged_keeps_its_tables_and_goes_on(self):
        before = [("reference", "0002_taxa_keeping_and_hazards"), ("reference", "0001_places_initial"), ("people", "0001_initial")]
        old = self.migrate(*before)
        old.get_model("reference", "Taxon").objects.create(scientific_name="Taxon one")
        # such a database knows the names of its own time only
        MigrationRecorder(connections[OLD]).migration_qs.filter(app="reference").delete()
        new = self.migrate(("reference", "0006_together"))
        self.assertEqual(new.get_model("reference", "Taxon").objects.get().scientific_name, "Taxon one")
        self.assertIn("taxa_historicaltaxon", tables_of(connections[OLD]))

    def test_helpers_become_counters_and_the_first_grower_the_lead(self):
        old = self.migrate(("people", "0005_dates"))
        person = old.get_model("people", "Person")
        for name, role in (("a", "helper"), ("b", "grower"), ("c", "grower"), ("d", "reader")):
            person.objects.create(username=name, initials=name, role=role)
        new = self.migrate(("people", "0006_accounts_and_roles"))
        roles = dict(new.get_model("people", "Person").objects.values_list("username", "role"))
        self.assertEqual(roles, {"a": "counter", "b": "lead", "c": "grower", "d": "reader"})
