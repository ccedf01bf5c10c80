"""Who belongs to a hosted site: roles, invitations, new passwords by mail, one-time codes, what happened, and limits."""

import re
from datetime import timedelta

import pytest
from axes.models import AccessAttempt
from django.contrib.auth.models import User
from django.core import mail
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone
from django_otp.oath import totp
from django_otp.plugins.otp_static.models import StaticDevice
from django_otp.plugins.otp_totp.models import TOTPDevice

from server.conftest import photo
from server.records.models import Painting, Run, StoredPicture
from server.records.tidying import tidy
from server.school import people
from server.school.models import Event, Member, Place, Role

from .accounts import NEW, OLD, ask, logged_in

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def hosted(settings):
    settings.HOSTED = True
    settings.ALLOWED_HOSTS = ["testserver"]


@pytest.fixture
def ada():
    ada = User.objects.create_user("ada", password=OLD, email="ada@example.org")
    people.set_role(ada, Role.OWNER)
    return ada


def kinds(who):
    return list(Event.objects.filter(owner=who).order_by("id").values_list("kind", flat=True))


def test_an_owner_invites_and_the_link_lets_in_one_painter_once(ada):
    owner = logged_in()
    told = ask(owner, "post", "/school/places", {"role": "teacher", "mail": "ben@example.org"})
    (place,) = told["places"]
    code = place["url"].rpartition("/")[2]
    (letter,) = mail.outbox
    assert letter.to == ["ben@example.org"]
    assert place["url"] in letter.body
    stranger = Client()
    assert ask(stranger, "get", f"/school/join/{code}") == {"by": "ada", "role": "teacher", "mail": "ben@example.org"}
    for name, password in (("ada", NEW), ("ben", "123"), ("", NEW), ("a b/c", NEW)):
        ask(stranger, "post", f"/school/join/{code}", {"name": name, "password": password}, 422)
    assert Place.objects.count() == 1
    ask(stranger, "post", f"/school/join/{code}", {"name": "ben", "password": NEW}, 204)
    assert ask(logged_in("ben", NEW), "get", "")["role"] == "teacher"
    assert User.objects.get(username="ben").email == "ben@example.org"
    ask(stranger, "post", f"/school/join/{code}", {"name": "cleo", "password": NEW}, 409)
    assert kinds(ada) == ["signed in", "invited"]
    assert not User.objects.filter(is_superuser=True).exists()


@pytest.mark.parametrize("spoil", ["late", "withdrawn", "forged", "nonsense", "locked"])
def test_an_invitation_that_does_not_count_lets_nobody_in(ada, spoil):
    owner = logged_in()
    (place,) = ask(owner, "post", "/school/places", {})["places"]
    code = place["url"].rpartition("/")[2]
    if spoil == "late":
        Place.objects.update(until=timezone.now())
    if spoil == "withdrawn":
        ask(owner, "delete", f"/school/places/{place['id']}")
    if spoil == "locked":
        User.objects.filter(pk=ada.pk).update(is_active=False)
    code = {"forged": f"{place['id']}.{'x' * 43}", "nonsense": "x.y"}.get(spoil, code)
    assert "no longer valid" in ask(Client(), "get", f"/school/join/{code}", status=409)["message"]
    ask(Client(), "post", f"/school/join/{code}", {"name": "ben", "password": NEW}, 409)
    assert not User.objects.filter(username="ben").exists()


def test_the_list_of_painters_asks_the_database_as_often_for_three_as_for_many(ada, django_assert_max_num_queries):
    for number in range(12):
        people.set_role(User.objects.create_user(f"p{number}", password=OLD), Role.PAINTER)
    owner = logged_in()
    with django_assert_max_num_queries(9):
        assert len(ask(owner, "get", "/school/people")["people"]) == 13


def test_only_owners_see_people_and_change_them(ada):
    for name, role in (("ben", Role.PAINTER), ("cleo", Role.TEACHER)):
        people.set_role(User.objects.create_user(name, password=OLD), role)
        client = logged_in(name)
        for method, path, body in (
            ("get", "/school/people", None),
            ("post", "/school/places", {"role": "owner"}),
            ("patch", f"/school/people/{ada.pk}", {"role": "painter"}),
            ("delete", "/school/places/1", None),
        ):
            ask(client, method, path, body, 404)
    assert not Place.objects.exists()
    told = ask(logged_in(), "get", "/school/people")
    assert [(one["name"], one["role"], one["you"]) for one in told["people"]] == [
        ("ada", "owner", True),
        ("ben", "painter", False),
        ("cleo", "teacher", False),
    ]


def test_somebody_is_locked_out_at_once_and_let_in_again(ada):
    ben = User.objects.create_user("ben", password=OLD)
    owner, client = logged_in(), logged_in("ben")
    ask(owner, "patch", f"/school/people/{ben.pk}", {"locked": True})
    ask(client, "get", "", status=401)
    assert "do not belong" in logged_in("ben", status=422)["message"]
    ask(owner, "patch", f"/school/people/{ben.pk}", {"locked": False, "role": "teacher", "allowed_mb": 5})
    assert ask(logged_in("ben"), "get", "/account")["allowed_mb"] == 5
    assert kinds(ben) == ["signed in", "locked", "refused", "role", "unlocked", "signed in"]


@pytest.mark.parametrize("given", [{"role": "painter"}, {"locked": True}])
def test_an_owner_stays_one_until_another_says_so(ada, given):
    ask(logged_in(), "patch", f"/school/people/{ada.pk}", given, 409)
    assert people.role_of(ada) == Role.OWNER
    assert User.objects.get(pk=ada.pk).is_active


def test_a_new_password_comes_by_mail_once_and_ends_every_session(ada):
    before = logged_in()
    for who in ("nobody", "nobody@example.org", "ada@EXAMPLE.org", "ada"):
        ask(Client(), "post", "/school/forgot", {"who": who}, 204)
    (letter,) = mail.outbox
    number, token = re.search(r"http://testserver/reset/([^/]+)/(\S+)", letter.body).groups()
    given = {"number": number, "token": token, "password": "123"}
    assert "too weak" in ask(Client(), "post", "/school/reset", given, 422)["message"]
    ask(Client(), "post", "/school/reset", {**given, "password": NEW}, 204)
    ask(before, "get", "", status=401)
    ask(Client(), "post", "/school/reset", {**given, "password": "another one 88"}, 409)
    logged_in(password=NEW)
    assert kinds(ada) == ["signed in", "forgot", "password", "signed in"]


@pytest.mark.parametrize(
    ("number", "token"), [("MQ", "a-b"), ("x", "y"), ("", ""), ("OTk5OTk5OTk5OTk5OTk5OTk5OTk5OQ", "z")]
)
def test_a_link_that_nobody_was_sent_sets_no_password(ada, number, token):
    ask(Client(), "post", "/school/reset", {"number": number, "token": token, "password": NEW}, 409)
    logged_in()


def test_mail_goes_where_the_painter_says_with_the_password_once_more(ada):
    client = logged_in()
    ask(client, "put", "/account/mail", {"mail": "new@example.org", "password": "guess"}, 422)
    ask(client, "put", "/account/mail", {"mail": "no address", "password": OLD}, 422)
    assert (
        ask(client, "put", "/account/mail", {"mail": "new@example.org", "password": OLD})["mail"] == "new@example.org"
    )
    ask(Client(), "post", "/school/forgot", {"who": "ada@example.org"}, 204)
    assert mail.outbox == []


def _later():
    """Time goes by: wrong codes are forgiven, and the app shows another one."""
    for kind in (TOTPDevice, StaticDevice):
        kind.objects.update(throttling_failure_count=0, throttling_failure_timestamp=None)
    TOTPDevice.objects.update(last_t=-1)


def _code(ada):
    _later()
    return f"{totp(TOTPDevice.objects.get(user=ada).bin_key):06d}"


def test_codes_are_asked_for_after_the_password_and_spare_ones_count_once(ada):
    client, elsewhere = logged_in(), logged_in()
    ask(client, "post", "/account/code", {"password": "guess"}, 422)
    begun = ask(client, "post", "/account/code", {"password": OLD})
    assert begun["picture"].startswith("data:image/svg+xml")
    assert len(begun["secret"]) == 32
    logged_in()  # nothing is asked for before the app has shown that it knows
    ask(client, "put", "/account/code", {"code": "000000"}, 422)
    spares = ask(client, "put", "/account/code", {"code": _code(ada)})["spares"]
    assert len(set(spares)) == 10
    ask(elsewhere, "get", "", status=401)
    assert logged_in(status=422)["code"] == "site.code_wanted"
    assert logged_in(status=422, code="123456")["code"] == "site.wrong_code"
    logged_in(code=_code(ada))
    logged_in(code=spares[0].upper())
    _later()
    logged_in(status=422, code=spares[0])
    assert logged_in(status=422, code=spares[1])["code"] == "site.wrong_code"  # too soon after a wrong one
    _later()
    logged_in(code=spares[1])
    ask(client, "post", "/account/code/end", {"password": OLD})
    logged_in()
    assert {"code on", "refused", "code off"} <= set(kinds(ada))


def test_codes_are_those_of_the_standard():
    """RFC 6238, appendix B, SHA-1, eight digits of which an app shows the last six."""
    key = b"12345678901234567890"
    for at, code in ((59, 287082), (1111111109, 81804), (1234567890, 5924), (20000000000, 353130)):
        assert totp(key, t0=0, step=30, digits=6, drift=(at // 30) - int(timezone.now().timestamp()) // 30) == code


def test_guessing_is_stopped_for_a_name_from_where_it_is_guessed(ada):
    def guess(password, address):
        given = {"username": "ada", "password": password}
        return ask(Client(), "post", "/login", given, 422, HTTP_X_REAL_IP=address)["code"]

    codes = [guess(f"guess {n}", "192.0.2.9") for n in range(9)]
    assert codes == ["site.wrong_login"] * 8 + ["site.too_many"]
    assert guess(OLD, "192.0.2.9") == "site.too_many"
    logged_in()
    assert set(Event.objects.filter(kind="refused").values_list("address", flat=True)) == {"192.0.2.9"}
    AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(minutes=16))
    assert guess("guess", "192.0.2.9") == "site.wrong_login"


def test_guessing_within_a_session_is_stopped_too(ada):
    client = logged_in()
    told = [ask(client, "post", "/account/leave", {"password": f"guess {n}"}, 422)["message"] for n in range(9)]
    assert told == ["That is not your password."] * 8 + ["Too many wrong passwords."]
    ask(client, "post", "/account/leave", {"password": OLD}, 422)
    assert User.objects.filter(username="ada").exists()


def test_what_happened_is_seen_by_who_it_is_about_and_by_owners(ada):
    ben = User.objects.create_user("ben", password=OLD)
    logged_in("ben", "guess", 422)
    told = ask(logged_in("ben"), "get", "/account")["events"]
    assert [(one["who"], one["words"]) for one in told] == [
        ("ben", "Logged in"),
        ("ben", "A wrong password, or a wrong code"),
    ]
    assert told[0]["address"] == "127.0.0.1"
    everybody = ask(logged_in(), "get", "/school/people")["events"]
    assert {one["who"] for one in everybody} == {"ada", "ben"}
    Event.objects.filter(owner=ben).update(at=timezone.now() - timedelta(days=366))
    tidy()
    assert not Event.objects.filter(owner=ben).exists()
    assert Event.objects.filter(owner=ada).exists()


def test_a_painter_keeps_no_more_pictures_than_are_allowed(ada, upload):
    client = logged_in()
    assert upload(photo(), as_client=client).status_code == 201
    assert ask(client, "get", "/account")["kept_mb"] > 0.01
    assert StoredPicture.objects.filter(owner=ada, size=0).count() == 0
    Member.objects.filter(owner=ada).update(allowance_mb=0)
    refused = upload(photo(400, 300), as_client=client)
    assert refused.status_code == 409
    assert "more than 0 MB" in refused.json()["message"]
    assert Painting.objects.of(ada).count() == 1


def test_nobody_has_more_than_so_many_computations_waiting(ada, settings, upload):
    settings.MOST_WAITING = 2
    client = logged_in()
    first = upload(photo(), as_client=client).json()["id"]
    for _ in range(2):
        Run.objects.create(owner=ada, painting=Painting.objects.create(owner=ada, title="Jug", brief={}))
    refused = client.post(f"/api/desk/{first}/plan")
    assert refused.status_code == 409
    assert "2 of your computations are waiting" in refused.json()["message"]


def test_the_first_owner_is_added_by_whoever_runs_the_site(monkeypatch, capsys):
    monkeypatch.setenv("YPSOCHROM_NEW_PASSWORD", OLD)
    call_command("add_painter", "dora", "--role", "owner")
    dora = User.objects.get(username="dora")
    assert people.role_of(dora) == Role.OWNER
    assert not dora.is_superuser
    call_command("add_painter", "dora", "--role", "teacher")
    assert people.role_of(dora) == Role.TEACHER
    with pytest.raises(CommandError, match="taken"):
        call_command("add_painter", "dora")


def test_on_ones_own_machine_there_is_nobody_to_invite(client, settings):
    settings.HOSTED = False
    for method, path, body in (
        ("get", "/school/people", None),
        ("post", "/school/places", {}),
        ("post", "/school/forgot", {"who": "ada"}),
    ):
        assert "asks for no login" in ask(client, method, path, body, 409)["message"]
