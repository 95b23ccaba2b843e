"""What was seen in a dish, and whether it can be.

``dish``   one replicate's count record, its refusals, its totals and the bases of a percentage.
``pooled`` several dishes added into one course.
"""

from core.records.dish import Closing, CountRecord, Inspection
from core.records.pooled import PooledCourse, pool

__all__ = ["Closing", "CountRecord", "Inspection", "PooledCourse", "pool"]
