"""A page on which everything that a person does is counted."""

from journeys.pages.page import Page


class CountedPage(Page):
    """Counts actions: a press, a tap and a field that is filled are one each, a choice from a list is two."""

    actions = 0

    def press(self, words: str) -> None:
        self.actions += 1
        super().press(words)

    def tap(self, xpath: str) -> None:
        self.actions += 1
        super().tap(xpath)

    def fill(self, label: str, value: str, row: int = 1) -> None:
        self.actions += 1
        super().fill(label, value, row)

    def choose(self, label: str, option: str, row: int = 1) -> None:
        self.actions += 2
        super().choose(label, option, row)

    def pick(self, label: str, option: str) -> None:
        self.actions += 2
        super().pick(label, option)

    def type(self, *keys: str) -> None:
        self.actions += 1
        super().type(*keys)
