"""What the records of other apps point to: plants, places and photos."""

from server.reference.models.photos import Photo
from server.reference.models.places import Place
from server.reference.models.plants import NamedByPlant, Taxon

__all__ = ["NamedByPlant", "Photo", "Place", "Taxon"]
