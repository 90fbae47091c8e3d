"""The accounts of the demo, one touch away on the demo only. Made up."""

from pydantic import BaseModel


class DemoAccount(BaseModel):
    """A demo sign-in."""

    username: str
    password: str
    name: str
    role: str


DEMO_ACCOUNTS = (
    DemoAccount(username="wren", password="tide-and-timber", name="Wren Halloway", role="technician"),
    DemoAccount(username="osk", password="tide-and-timber", name="Oskar Fennimore", role="technician"),
    DemoAccount(username="marit", password="tide-and-timber", name="Marit Quillan", role="lead"),
)
