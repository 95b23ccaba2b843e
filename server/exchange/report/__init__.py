"""The report of a trial on paper.

``paper``   the pages: what stands where.
``words``   fonts, styles, and texts that the fonts can say.
``charts``  the course and the shares, drawn as lines.
"""
