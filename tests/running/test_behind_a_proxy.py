"""The application behind the documented proxy: TLS, who is believed about who asks, slow clients, errors in the one shape."""

from __future__ import annotations

import json
import shutil
import signal
import socket
import ssl
import subprocess
import time
import urllib.error
import urllib.request
from pathlib import Path

import pytest

from server.config.parent_death import tied
from server.people.demo import DEMO_ACCOUNTS
from tests.running.started import free_port
from tests.support.mutants import SHAPE

pytestmark = pytest.mark.xdist_group("starting")
TRIES = 5
CONFIG = Path(__file__).resolve().parents[2] / "deploy" / "nginx.conf"
AROUND = """
pid {folder}/nginx.pid; error_log {folder}/error.log; daemon off; worker_processes 1;
events {{ worker_connections 512; }}
http {{
    access_log off; default_type application/octet-stream;
    client_body_temp_path {folder}/body; proxy_temp_path {folder}/proxy;
    fastcgi_temp_path {folder}/f; uwsgi_temp_path {folder}/u; scgi_temp_path {folder}/s;
    include {folder}/north-hinge.conf;
}}
"""


class Visitor:
    """Somebody from outside, over TLS."""

    def __init__(self, port: int, certificate: Path) -> None:
        self.port, self.trust, self.cookies = port, ssl.create_default_context(cafile=str(certificate)), {}
        self.trust.check_hostname = False

    def ask(self, method: str, path: str, body: bytes = b"", **headers: str):
        """Status, headers and the document of an answer."""
        told = {"Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()), "Content-Type": "application/json"}
        told |= {"Host": "doors.example", "Referer": "https://doors.example/", "X-CSRFToken": self.cookies.get("csrftoken", "")} | headers
        request = urllib.request.Request(f"https://127.0.0.1:{self.port}{path}", body or None, told, method=method)
        try:
            answer = urllib.request.urlopen(request, context=self.trust, timeout=20)
        except urllib.error.HTTPError as refused:
            answer = refused
        for cookie in answer.headers.get_all("Set-Cookie") or ():
            name, _, value = cookie.split(";")[0].partition("=")
            self.cookies[name] = value
        content = answer.read()
        return answer.status, answer.headers, json.loads(content) if "json" in answer.headers["Content-Type"] else content

    def sign_in(self, password: str, username: str = DEMO_ACCOUNTS[0].username, **headers: str) -> int:
        self.ask("GET", "/api/session")
        return self.ask("POST", "/api/session", json.dumps({"username": username, "password": password}).encode(), **headers)[0]


@pytest.fixture(scope="module")
def proxied(demo, tmp_path_factory):
    """The application, the proxy in front of it, and a visitor's way in."""
    folder = tmp_path_factory.mktemp("proxied")
    demo.environment |= {"NORTH_HINGE_HTTPS": "true", "NORTH_HINGE_TRUSTED_PROXY": "127.0.0.1", "NORTH_HINGE_HOSTS": "doors.example"}
    demo.environment |= {"NORTH_HINGE_TRIES_OF_SOURCE": str(TRIES)}
    tls, plain = free_port(), free_port()
    certificate, key = folder / "certificate.pem", folder / "key.pem"
    subprocess.run(
        ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-subj", "/CN=doors.example", "-days", "2",
         "-addext", "subjectAltName=DNS:doors.example", "-keyout", str(key), "-out", str(certificate)],
        check=True, capture_output=True,
    )  # fmt: skip
    text = CONFIG.read_text()
    for there, here in (
        ("listen 443", f"listen 127.0.0.1:{tls}"), ("listen 80", f"listen 127.0.0.1:{plain}"), ("127.0.0.1:8017", f"127.0.0.1:{demo.port}"),
        ("/etc/ssl/certs/doors.example.pem", str(certificate)), ("/etc/ssl/private/doors.example.key", str(key)),
    ):  # fmt: skip
        assert there in text
        text = text.replace(there, here)
    (folder / "north-hinge.conf").write_text(text)
    (folder / "nginx.conf").write_text(AROUND.format(folder=folder))
    demo.start()
    proxy = subprocess.Popen(
        [shutil.which("nginx") or "/usr/sbin/nginx", "-c", str(folder / "nginx.conf"), "-e", str(folder / "error.log")],
        preexec_fn=tied(signal.SIGTERM),
    )
    ends = time.monotonic() + 10
    while time.monotonic() < ends:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", tls)) == 0:
                break
        time.sleep(0.05)
    yield lambda: Visitor(tls, certificate), plain, demo
    proxy.terminate()
    proxy.wait(10)


def test_signing_in_and_working_over_tls(proxied):
    visitor = proxied[0]()
    status, headers, session = visitor.ask("GET", "/api/session")
    assert (status, session["person"]) == (200, None)
    assert "max-age" in headers["Strict-Transport-Security"]
    assert all("Secure" in one for one in headers.get_all("Set-Cookie"))
    assert visitor.sign_in(DEMO_ACCOUNTS[0].password) == 200
    status, headers, doors = visitor.ask("GET", "/api/doors")
    assert (status, len(doors["doors"])) == (200, 20)
    assert len(headers["X-Request-Id"]) == 32
    assert visitor.ask("GET", "/")[0] == 200


def test_without_tls_one_is_sent_on(proxied):
    _visitor, plain, demo = proxied
    with socket.create_connection(("127.0.0.1", plain)) as one:
        one.sendall(b"GET /doors HTTP/1.1\r\nHost: doors.example\r\nConnection: close\r\n\r\n")
        said = one.makefile("rb").read()
    assert b"301" in said.splitlines()[0]
    assert b"Location: https://doors.example/doors" in said
    assert demo.answer("/health/ready") == 200, "asked on the machine itself, without TLS"


def test_slow_clients_hold_nobody_up(proxied):
    visitor = proxied[0]()
    slow = []
    for place in range(30):
        one = visitor.trust.wrap_socket(socket.create_connection(("127.0.0.1", visitor.port)))
        head = b"POST /api/session HTTP/1.1\r\nHost: doors.example\r\nContent-Length: 4000\r\n"
        one.sendall(head + (b"\r\n{" if place % 2 else b""))
        slow.append(one)
    began = time.monotonic()
    assert visitor.ask("GET", "/health/ready")[0] == 200
    assert visitor.ask("GET", "/api/session")[0] == 200
    assert time.monotonic() - began < 5
    for one in slow:
        one.close()


@pytest.mark.parametrize(
    ("method", "path", "body", "status"),
    [
        ("POST", "/api/session", b"x" * 7_000_000, 413),
        ("GET", "/api/nowhere", b"", 404),
        ("GET", "/api/doors", b"", 401),
        ("PATCH", "/api/doors", b"{}", 405),
        ("POST", "/api/session", b"{}", 403),
    ],
)
def test_every_error_has_the_one_shape(proxied, method, path, body, status):
    found, _, document = proxied[0]().ask(method, path, body)
    assert found == status
    assert set(document["error"]) == SHAPE | {"current"}


def test_what_is_measured_is_not_told_outside(proxied):
    visitor, _, demo = proxied
    somebody = visitor()
    assert somebody.ask("GET", "/metrics")[0] == 404
    somebody.sign_in(DEMO_ACCOUNTS[0].password)
    somebody.ask("GET", "/api/doors")
    with urllib.request.urlopen(f"http://127.0.0.1:{demo.port}/metrics") as answer:
        told = answer.read().decode()
    assert 'north_hinge_answer_seconds_count{method="GET",route="api/doors",status="200"}' in told
    assert "wren" not in told


def test_what_a_client_claims_of_itself_is_not_believed(proxied):
    """Else each try would come from another address. Last, for it closes the way in for a minute."""
    statuses = [
        proxied[0]().sign_in("wrong", f"name-{place}", **{"X-Forwarded-For": f"10.1.2.{place}", "Forwarded": f"for=10.1.2.{place}"})
        for place in range(2 * TRIES + 2)
    ]
    assert statuses[0] == 401
    # Also where the minute they are counted by ends among them.
    assert 429 in statuses
