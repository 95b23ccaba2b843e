"""Reading stands.

``season``  where the watch over a stand stands, from its visits and harvests.
``rows``    stands as lines, and one with its timeline.
"""
