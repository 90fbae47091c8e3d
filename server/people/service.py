"""Adding people to a shop: permission and change in one action."""

from django.contrib.auth import password_validation
from django.core.exceptions import ValidationError

from hinge.errors import BadInput, Contradiction
from server.config.transactions import mutation
from server.people.models import Person
from server.people.scope import require_lead


@mutation
def add_person(lead: Person, username: str, name: str, role: str, password: str) -> Person:
    """Add someone to the lead's shop. Raises BadInput for a weak password, Contradiction for a name that is taken."""
    require_lead(lead)
    try:
        password_validation.validate_password(password)
    except ValidationError as wrong:
        raise BadInput(" ".join(wrong.messages), "password", None, "10 characters or more, not a common one") from wrong
    if Person.objects.filter(username=username).exists():
        raise Contradiction(f"The user name {username!r} is taken.", "username", username, "another one")
    return Person.objects.create_user(username, password=password, name=name, role=role, shop=lead.shop)
