import re
from unittest import TestCase

from scripts.wording import ROOT, of_python, of_screen

# the first edition's manner, which must not come back; what to write instead is in docs/wording.md
FORBIDDEN = [
    re.compile(p, re.IGNORECASE)
    for p in (
        r"\b(there|here) stands?\b|\bstands? here\b",
        r"\btold apart\b|\btell apart\b",
        r"\bheld? against\b",
        r"\bwhat it is made of\b|\bwhat is apart\b|\bwhat befell\b",
        r"\bsomewhere between\b|\botherwise than planned\b",
        r"\bnot now\b",
        r"\bread in\b|\bread it in\b|\btake the data out\b",
        r"\bno treatment woke\b|\bwoke\b",
        r"\bhang together\b|\bis wanting\b|\bnothing presses\b",
        r"\bwithout ground\b|\bright 19 times in 20\b",
        r"\bwho gave leave\b|\bleave or permit\b|\bleave until\b",
        r"\bworked out\b|\banew\b",
        r"\blaid? (it )?out again\b|\bgive along\b|\bgoes along with\b",
        r"\bopen a code\b|\benter a lot\b|\benter a stand\b|\bnext edition\b",
        r"\bruns by the clock\b|\bwaking now\b|\bhalf up by\b",
        r"\bFetching\b",
    )
]
LONGEST = 30
# cautions, stories of the practice bench, the methods of a report, and papers of several lines may be longer
LONGER = (
    "core/seedstock/handling.py",
    "core/treatment/step_kinds.py",
    "server/practice/briefs.py",
    "server/exchange/formats/package.py",
    "server/exchange/selectors/report.py",
)


class Wording(TestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.said = [*of_screen(), *of_python("core", "server")]

    def test_there_is_something_to_look_at(self):
        self.assertGreater(len(self.said), 3000)
        places = {place.partition(":")[0] for place, _ in self.said}
        for one in ("web/src/features/lots/pages/LotsPage.vue", "core/verdict/trial.py", "server/trials/services/layout.py"):
            self.assertIn(one, places)

    def test_the_manner_of_the_first_edition_does_not_come_back(self):
        found = [f"{place}: {words[:90]}" for place, words in self.said for wrong in FORBIDDEN if wrong.search(words)]
        self.assertEqual(found, [], "\n".join(found))

    def test_the_most_frequent_strings_are_as_docs_say(self):
        listed = [line[2:] for line in (ROOT / "docs" / "wording.md").read_text(encoding="utf-8").splitlines() if line.startswith("- ")]
        self.assertGreaterEqual(len(listed), 120)
        self.assertEqual(sorted(set(listed) - {words.strip() for _, words in self.said}), [])

    def test_no_label_carries_a_counter(self):
        counted = re.compile(r"\s:label=\"`[^\"]*\+ 1")
        pages = [p for p in (ROOT / "web" / "src").rglob("*.vue") if counted.search(p.read_text(encoding="utf-8"))]
        self.assertEqual(pages, [])

    def test_no_sentence_is_too_long_to_take_in(self):
        long = [
            f"{place}: {words[:90]}"
            for place, words in self.said
            if len(words.split()) > LONGEST and not place.startswith(LONGER) and not re.search(r"[{}]|=>", words)
        ]
        self.assertEqual(long, [], "\n".join(long))
