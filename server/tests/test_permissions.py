"""Who may do what, for every address and method there is, from the table in docs/roles.md: what is not there fails."""

import json
import re
from pathlib import Path
from unittest import mock

from django.test import tag
from django.urls import URLPattern, URLResolver, get_resolver

from core.vocabulary import Role
from server.labels.selectors import dish_contents
from server.record_kinds.services import change_thing
from server.tests.builders import DAY, ApiCase, begin, dishes_of, look, make_batch, make_lot, make_person, make_recipe, make_trial, now
from server.tests.every_address import EveryAddress
from server.trials.services.closings import retreat_ungerminated
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment

TABLE = Path(__file__).parents[2] / "docs" / "roles.md"
METHODS = ("get", "post", "patch", "put", "delete")
COLUMNS = (Role.READER, Role.COUNTER, Role.GROWER, Role.LEAD)
RESTORES = {"backups/restore/", "backups/restore-file/"}
UPLOADS = {"upload": "post", "table": "post", "picture": "post", "archive": "post"}


def rights() -> dict[tuple[str, str], set[Role] | None]:
    """Method and address, and who may; None: open to everybody, signed in or not."""
    found: dict[tuple[str, str], set[Role] | None] = {}
    for line in TABLE.read_text(encoding="utf-8").splitlines():
        if (row := re.match(r"\| (GET|POST|PATCH|PUT|DELETE) \| `([^`]+)` \| (.+) \|$", line)) is None:
            continue
        cells = [c.strip() for c in row[3].split("|")]
        if len(cells) != len(COLUMNS) or not set(cells) <= {"yes", "–", "open"}:
            raise ValueError(f"docs/roles.md: {line}")
        who = None if "open" in cells else {role for role, cell in zip(COLUMNS, cells, strict=True) if cell == "yes"}
        found[row[1].lower(), row[2]] = who
    return found


def addresses() -> set[tuple[str, str]]:
    """Every method and address that the server answers."""
    found: set[tuple[str, str]] = set()

    def walk(patterns, prefix=""):
        for p in patterns:
            path = prefix + str(p.pattern).replace("^", "").replace("$", "").replace("\\Z", "")
            if isinstance(p, URLResolver):
                walk(p.url_patterns, path)
            elif isinstance(p, URLPattern) and path.startswith("api/v1/") and "format" not in path:
                name = (
                    path.removeprefix("api/v1/")
                    .replace("(?P<pk>[/.]+)", "{pk}")
                    .replace(r"(?P<pk>\d+)", "{pk}")
                    .replace("<int:pk>", "{pk}")
                )
                actions = getattr(p.callback, "actions", None)
                view = getattr(p.callback, "cls", None) or p.callback.view_class
                found.update((m, name) for m in METHODS if (m in actions if actions else hasattr(view, m)))

    walk(get_resolver().url_patterns)
    return found


class TheTable(ApiCase):
    def test_it_names_every_address_and_method_and_no_other(self):
        self.assertEqual(addresses() ^ set(rights()), set())

    def test_who_may_more_may_all_that_others_may(self):
        for address, who in rights().items():
            with self.subTest(address):
                if who is not None:
                    self.assertIn(Role.LEAD, who)
                    self.assertTrue(Role.GROWER in who or not who & {Role.READER, Role.COUNTER})


@tag("long")
# what the demo holds is its own test's business, and it takes seconds
@mock.patch("server.practice.services.explore.build_demo", new=mock.Mock())
class EveryPair(EveryAddress):
    def calls(self, turn):
        """Method, address and the call itself."""
        reads = [("get", name, ("get", path, None)) for name, path in self.reads().items()]
        writes = [(UPLOADS.get(m, m), name.split()[0], (m, path, body)) for name, (m, path, body) in self.writes(turn).items()]
        return reads + writes

    def test_every_closed_address_is_called(self):
        closed = {address for address, who in rights().items() if who is not None}
        self.assertEqual(closed ^ {(m, name) for m, name, _ in self.calls(0)}, set())

    def test_nobody_else_reads_or_writes_anything(self):
        self.client.logout()
        for method, name, call in self.calls(0):
            with self.subTest(f"{method} {name}"):
                self.assertProblem(self.send(self.client, *call), 401, "not_authenticated")

    def test_each_role_may_what_the_table_says(self):
        table = rights()
        for turn, role in enumerate(COLUMNS):
            client, self.who = self.as_role(role), role
            for method, name, call in self.calls(turn):
                with self.subTest(f"{role} {method} {name}"):
                    answer = self.send(client, *call)
                    if role in table[method, name] and name in RESTORES:
                        # a test in a transaction restores nothing: it comes as far as the file, which is no backup
                        self.assertProblem(answer, 422, "damaged_backup")
                    elif role in table[method, name]:
                        self.assertLess(answer.status_code, 300, getattr(answer, "content", ""))
                    else:
                        problem = self.assertProblem(answer, 403, "not_allowed")
                        self.assertIn(role.value, problem["detail"])


WAKING, KEEPING = "wakes-xq", "keeps-xq"


class BlindStaysBlind(EveryAddress):
    """Every call that there is, of a trial that is counted blind, made by a counter."""

    def setUp(self):
        super().setUp()
        self.blind = make_trial(lot=self.lot, treatments=(KEEPING, WAKING), dishes=4)
        sow_trial(by=make_person(), trial=self.blind, at=now() - 8 * DAY)
        self.sown, self.dishes = self.blind, dishes_of(self.blind)
        look(self.dishes[0], 3, 1)
        retreat_ungerminated(by=make_person(), trial=self.blind, dishes=[self.dishes[5]], at=now(), name=f"then {WAKING}")
        treatment = self.dishes[1].treatment
        bag = make_batch(lot=self.lot, recipe=make_recipe(f"recipe of {WAKING}"), place=self.place)
        begin(bag, 3)
        change_thing(self.dishes[1], {"batch": bag}, by=make_person(), version=self.dishes[1].version)
        self.names = {KEEPING, WAKING, treatment.name}

    def test_no_answer_to_a_counter_names_a_treatment(self):
        counter = self.as_role(Role.COUNTER)
        answered = 0
        for name, path in self.reads().items():
            answer = counter.get(f"/api/v1/{path}")
            words = answer.content.decode() if not answer.streaming else ""
            answered += answer.status_code == 200
            # the bags themselves say their recipe on a round: it is what is done to them, not what a dish is
            if name not in ("bag-rounds/", "today/"):
                self.assertNotIn("-xq", words, name)
            else:
                self.assertNotIn(f'"treatment":"{WAKING}"', words, name)
        self.assertGreater(answered, 5)

    def test_what_a_counter_records_answers_no_treatment_either(self):
        counter = self.as_role(Role.COUNTER)
        for name, (method, path, body) in self.writes(1).items():
            answer = self.send(counter, method, path, body)
            self.assertNotIn("-xq", answer.content.decode() if not answer.streaming else "", name)


class BlindLotsStayBlind(EveryAddress):
    """Every call of a trial of several lots that is counted blind, made by a counter: no answer joins a dish to its lot."""

    LOTS = ("XQ-1", "XQ-2")

    def setUp(self):
        super().setUp()
        rows = [NewTreatment("same for all", lot=make_lot(code, seeds=500)) for code in self.LOTS]
        self.blind = lay_out_trial(
            by=make_person(),
            question="?",
            treatments=rows,
            dishes_per_treatment=4,
            seeds_per_dish=10,
            sow_on=now().date(),
            at=now() - 9 * DAY,
        )
        sow_trial(by=make_person(), trial=self.blind, at=now() - 8 * DAY)
        self.sown, self.dishes = self.blind, dishes_of(self.blind)
        look(self.dishes[0], 3, 1)
        retreat_ungerminated(by=make_person(), trial=self.blind, dishes=[self.dishes[5]], at=now(), name="then cold")
        self.codes = {d.code for d in self.dishes}

    def joins(self, told):
        """Objects of an answer that name a dish by its code, and its lot."""
        if isinstance(told, list):
            return [x for part in told for x in self.joins(part)]
        if not isinstance(told, dict):
            return []
        here = any(isinstance(v, str) and v in self.codes for v in told.values()) and any(lot in json.dumps(told) for lot in self.LOTS)
        return [told] * here + [x for part in told.values() for x in self.joins(part)]

    def test_no_answer_to_a_counter_joins_a_dish_to_its_lot(self):
        counter, answered = self.as_role(Role.COUNTER), 0
        for name, path in self.reads().items():
            answer = counter.get(f"/api/v1/{path}")
            if answer.status_code == 200 and not answer.streaming and "json" in answer["Content-Type"]:
                answered += any(code in answer.content.decode() for code in self.codes)
                self.assertEqual(self.joins(answer.json()), [], name)
        self.assertGreater(answered, 0)

    def test_its_labels_say_nothing_of_the_lots(self):
        for content in dish_contents(self.dishes):
            self.assertFalse([lot for lot in self.LOTS if lot in str(content)])
