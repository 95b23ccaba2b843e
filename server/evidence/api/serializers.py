"""The trial page, the compare page and the lot page as JSON."""

from rest_framework_dataclasses.serializers import DataclassSerializer

from core.treatment import DormancyReading
from server.evidence.selectors.batch_page import BatchPage
from server.evidence.selectors.comparison import TrialComparison
from server.evidence.selectors.lot_page import LotPage
from server.evidence.selectors.overview import TrialOverview


class TrialOverviewSerializer(DataclassSerializer[TrialOverview]):
    class Meta:
        dataclass = TrialOverview


class TrialComparisonSerializer(DataclassSerializer[TrialComparison]):
    class Meta:
        dataclass = TrialComparison


class LotPageSerializer(DataclassSerializer[LotPage]):
    class Meta:
        dataclass = LotPage


class BatchPageSerializer(DataclassSerializer[BatchPage]):
    class Meta:
        dataclass = BatchPage


class DormancyReadingSerializer(DataclassSerializer[DormancyReading]):
    class Meta:
        dataclass = DormancyReading
