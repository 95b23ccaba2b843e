"""The trial page and the compare page as JSON."""

from rest_framework_dataclasses.serializers import DataclassSerializer

from server.evidence.selectors.comparison import TrialComparison
from server.evidence.selectors.overview import TrialOverview


class TrialOverviewSerializer(DataclassSerializer[TrialOverview]):
    class Meta:
        dataclass = TrialOverview


class TrialComparisonSerializer(DataclassSerializer[TrialComparison]):
    class Meta:
        dataclass = TrialComparison
