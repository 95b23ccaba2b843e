"""Steps as a request brings them; recipes and trials both read them."""

from rest_framework import serializers

from server.recipes.models import Step


class StepSerializer(serializers.ModelSerializer[Step]):
    class Meta:
        model = Step
        exclude = ["id", "recipe", "order"]
