"""How a data package is cited: a BibTeX entry with the version of the records."""

import re
from datetime import date

from server.exchange.selectors.tables import TrialTables

# what BibTeX takes for its own
SPECIAL = re.compile(r"([&%$#_{}])")


def citation_of(data: TrialTables) -> bytes:
    """A BibTeX entry of a trial's data. The version is the revision of the records: after any change it is another one."""
    begun = data.trial["sow_on"]
    year = begun.year if isinstance(begun, date) else ""
    people = sorted({str(look["by"]) for look in data.looks.as_dicts() if look["by"]})
    fields = {
        "title": f"{data.trial['code']}: {data.trial['question']}",
        "author": " and ".join(people),
        "year": str(year),
        "version": data.version,
        "type": "Data package",
        "note": f"Germination trial of {data.trial['scientific_name'] or data.trial['plant']}",
    }
    lines = [f"  {name} = {{{_escaped(text)}}}," for name, text in fields.items() if text]
    return "\n".join([f"@misc{{{_key(str(data.trial['code']), str(year))},", *lines, "}", ""]).encode()


def _escaped(text: str) -> str:
    return SPECIAL.sub(r"\\\1", text.replace("\\", " ").replace("\n", " "))


def _key(code: str, year: str) -> str:
    return re.sub(r"[^A-Za-z0-9-]", "", f"{code}-{year}")
