"""What was seen in a dish, and whether it can be.

``dish``   one replicate's count record, its refusals, its totals and the bases of a percentage.
``fates``  the fates of what is left, one row each: add a fate there.
``pooled`` several dishes added into one course.
"""

from core.records.dish import CountRecord, Inspection
from core.records.fates import FATES, ClosingFates, FateRow
from core.records.pooled import PooledCourse, pool

__all__ = ["FATES", "ClosingFates", "CountRecord", "FateRow", "Inspection", "PooledCourse", "pool"]
