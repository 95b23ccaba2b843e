"""What people do on the bench of a new trial."""

from journeys.pages.page import Page


def word_question(page: Page, words: str) -> None:
    """Word the question instead of taking the sentence."""
    page.press("Word the question yourself")
    page.fill("Question", words)


def add_treatment(page: Page, recipe: str) -> None:
    """Put a treatment on the bench by its recipe, and wait until it is called so."""
    page.press("Add a treatment")
    page.choose("Recipe", recipe)
    page.wait.until(lambda _: recipe in treatments(page), f"{recipe} is not on the bench")


def treatments(page: Page) -> list[str]:
    """What the treatments on the bench are called."""
    return page.texts("section[aria-label=Treatments] .name")


def propose(page: Page, least: int = 3) -> list[str]:
    """Wait for what is proposed for the lot."""
    page.wait.until(lambda _: len(treatments(page)) >= least, "no treatments are proposed")
    return treatments(page)
