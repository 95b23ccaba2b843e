"""What of a file fits here: what would be lost, what is here already, and what cannot be."""

from collections import Counter

from core.vocabulary import OriginKind
from server.exchange.standards.records import Said, listed_terms, unusable
from server.lots.models import Lot
from server.reference.models import Taxon
from server.stands.models import Stand

LONGEST_CODE = Lot._meta.get_field("code").max_length or 0
# wild seed needs a permission, and a file of others may name none
NOT_STATED = "not stated in the imported file"


def what_is_lost(said: Said) -> list[str]:
    """Sentences on what of a file would not be kept as it is, and what is here already."""
    out = list(said.lost)
    if long := [x.key for x in said.lots if len(x.key) > LONGEST_CODE]:
        out.append(f"Codes of more than {LONGEST_CODE} letters are replaced, and kept in the note: {listed_terms(long)}.")
    if placed := sum(x.where is not None for x in said.lots):
        out.append(f"The coordinates of {placed} lots are not kept: a lot has its place in words, a stand has coordinates.")
    if unstated := sum(x.origin_kind == OriginKind.WILD and not x.leave for x in said.lots):
        out.append(f"{unstated} wild lots name no permission; “{NOT_STATED}” is written there.")
    if alike := _alike(said):
        out.append(f"{len(alike)} stands of the same plant and place are here already and would be there twice: {listed_terms(alike)}.")
    unknown = _names(said) - taxa_of(said).keys()
    if unknown:
        out.append(f"These plants are not in the nursery yet; their names are kept as field names: {listed_terms(unknown)}.")
    return out


def check(said: Said) -> None:
    """Refuse what cannot be made, with the part at fault, before anything is written."""
    if not (said.stands or said.lots or said.visits):
        raise unusable("", "There is no stand, visit or lot in this file.")
    codes = [x.key for x in said.lots if len(x.key) <= LONGEST_CODE]
    if twice := [code for code, n in Counter(codes).items() if n > 1]:
        raise unusable(f"lot {twice[0]}", f"the code is there {codes.count(twice[0])} times. Each lot needs its own.")
    if taken := sorted(Lot.everything.filter(code__in=codes).values_list("code", flat=True)):
        raise unusable(
            f"lot {taken[0]}", f"{len(taken)} codes are taken here already: {listed_terms(taken)}. Change them in the file first."
        )


def taxa_of(said: Said) -> dict[str, Taxon]:
    """The plants that are here, by the scientific names of the file."""
    names = _names(said)
    return {t.scientific_name: t for t in Taxon.objects.filter(scientific_name__in=names)}


def _names(said: Said) -> set[str]:
    return {x.scientific_name for x in said.stands if x.scientific_name} | {x.scientific_name for x in said.lots if x.scientific_name}


def _alike(said: Said) -> list[str]:
    there = {
        (s.name, s.place_name) for s in Stand.objects.select_related("taxon").filter(place_name__in={x.place_name for x in said.stands})
    }
    return [x.place_name for x in said.stands if (x.scientific_name or x.field_name, x.place_name) in there]
