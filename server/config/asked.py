"""What a request may say."""

from ninja import Schema
from pydantic import ConfigDict


class Asked(Schema):
    """The body of a request: a field that is not known is a mistake, not a leftover."""

    model_config = ConfigDict(extra="forbid")
