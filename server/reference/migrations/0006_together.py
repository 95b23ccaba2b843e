from django.db import migrations


class Migration(migrations.Migration):
    """Plants, places and photos have been one app from here on; their tables keep their names."""

    dependencies = [
        ("reference", "0005_taxa_deleting"),
        ("reference", "0004_places_deleting"),
        ("reference", "0001_photos_initial"),
    ]
