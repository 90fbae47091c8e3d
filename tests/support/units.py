"""What a trade unit looks like in words."""

from __future__ import annotations

import re

TRADE = re.compile(r"[\d½¼¾⅛⅜⅝⅞] ?(in|ft|lb|lb·in|ft·lb|ft²|lb/in)(?![\w·/-])|\d(\"|')(?![\w,\]}:])|lb·in|ft·lb")


# What is marked on the thing itself, and what a board or a sheet is sold as.
MARKED = re.compile(r"\d+ lb( class|: the class)?$|\d+ lb class|in ply")
