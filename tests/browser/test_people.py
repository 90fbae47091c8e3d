"""Those who work in the shop: the first lead opens it, people forget passwords and leave."""

from server.people import service
from server.people.models import Person, Shop
from tests.browser.conftest import PASSWORD


def sign_in(page, username, password):
    page.write("User name", username)
    page.write("Password", password)
    page.touch("Sign in")


def test_the_first_lead_opens_the_shop_with_the_code(tablet, transactional_db):
    page, code = tablet, service.make_first_run_code()
    page.go("/")
    page.sees("There is no shop here yet")
    for label, typed in (
        ("Code", "wrong"),
        ("Shop", "Ferry Doors"),
        ("Your name", "Ada Wick"),
        ("User name", "ada"),
        ("Password", PASSWORD),
    ):
        page.write(label, typed)
    page.touch("Open the shop")
    page.sees("This is not the code, or it was used")
    page.write("Code", code)
    page.touch("Open the shop")
    page.sees("Nothing is booked")
    page.go("/shop")
    page.sees("Ferry Doors")
    page.sees("Ada Wick, lead")
    assert Shop.objects.count() == 1


def test_a_forgotten_password_and_a_person_who_leaves(tablet, person):
    page = tablet
    pip = Person.objects.create_user("pip", password=PASSWORD, name="Pip Umber", role="technician", shop=person.shop)
    page.become(person)
    page.go("/shop")
    page.touch("New password")
    page.sees("Pip Umber is signed out everywhere, and the old password ends.")
    page.touch("Cancel")
    page.touch("New password")
    page.touch("Make a new one")
    page.sees("One-time password of Pip Umber")
    once = page.browser.find_element("css selector", "code").text
    page.touch("Sign out")
    page.sees("Sign in")
    sign_in(page, "pip", once)
    page.sees("Somebody else knows the one you have")
    page.write("The password you were given", once)
    page.write("The new one", "short")
    page.touch("Change the password")
    page.sees("at least 10 characters")
    page.write("The new one", "tide tables at noon")
    page.touch("Change the password")
    page.sees("signed in as Pip Umber")

    # Whatever the page asks next, by itself or because it is touched, brings it back to the sign-in.
    service.leave(person, "pip")
    page.go("/doors")
    page.sees("Sign in")
    sign_in(page, "pip", "tide tables at noon")
    page.sees("do not go together")
    pip.refresh_from_db()
    assert not pip.works_here
    page.become(person)
    page.go("/shop")
    page.sees("has left; their name stays on what they did")
    page.touch("Reactivate")
    page.touch("Deactivate")
    page.sees("can no longer sign in. What they did stays.")
    assert Person.objects.get(username="pip").works_here, "asked first"
    page.touch("Cancel")
    page.sees("Deactivate")
