"""What only a hosted site has: PostgreSQL's own dumps, and pictures in an object store. Run by `make test-hosted` alone."""

from datetime import UTC, datetime, timedelta

import boto3
import moto
import psycopg
import pytest
from django.conf import settings
from django.contrib.auth.models import User
from django.core.files import storage as files
from django.core.files.storage.handler import StorageHandler
from django.db import connection
from django.utils import timezone

from server.records import backup, pictures, stores
from server.records.dumps import Postgres, Sqlite
from server.records.models import Painting, StoredPicture
from server.records.stores import WholeFiles
from ypsochrom.kit.errors import BadSetting

NOW = datetime(2026, 6, 1, 9, tzinfo=UTC)


@pytest.mark.django_db(transaction=True)
def test_postgresql_is_written_and_put_back_by_its_own_tools(tmp_path):
    User.objects.create_user("ada", password="ochre and umber 9")
    database = {**settings.DATABASES["default"], "NAME": connection.settings_dict["NAME"]}
    shelf = WholeFiles(tmp_path / "pictures")
    told = backup.backup(Postgres(database), shelf, tmp_path / "backups", NOW)
    with pytest.raises(BadSetting, match="already"):
        backup.restore(told.place, Postgres(database), shelf)
    name = f"{database['NAME']}_again"
    with connection.cursor() as cursor:
        cursor.execute(f'CREATE DATABASE "{name}"')
    try:
        elsewhere = Postgres({**database, "NAME": name})
        assert elsewhere.is_sound(told.place / "studio.dump")
        elsewhere.put(told.place / "studio.dump")
        address = {key.lower(): database[key] for key in ("USER", "HOST", "PORT")}
        with psycopg.connect(dbname=name, user=address["user"], host=address["host"], port=address["port"]) as opened:
            assert opened.execute("SELECT username FROM auth_user WHERE username = 'ada'").fetchall() == [("ada",)]
    finally:
        with connection.cursor() as cursor:
            cursor.execute(f'DROP DATABASE IF EXISTS "{name}"')
    (told.place / "studio.dump").write_bytes(b"rotten")
    assert not Postgres(database).is_sound(told.place / "studio.dump")
    with pytest.raises(BadSetting, match="another kind"):
        backup.restore(told.place, Sqlite(tmp_path / "new.sqlite3"), shelf)


@pytest.fixture
def object_store(monkeypatch):
    """An object store that answers as the protocol says, in this process."""
    for name, value in (
        ("AWS_ACCESS_KEY_ID", "here"),
        ("AWS_SECRET_ACCESS_KEY", "here"),
        ("AWS_DEFAULT_REGION", "us-east-1"),
    ):
        monkeypatch.setenv(name, value)
    with moto.mock_aws():
        boto3.client("s3").create_bucket(Bucket="studio")
        monkeypatch.setitem(
            settings.STORAGES,
            "pictures",
            {"BACKEND": "storages.backends.s3.S3Storage", "OPTIONS": {"bucket_name": "studio"}},
        )
        monkeypatch.setattr(files, "storages", StorageHandler(settings.STORAGES))
        monkeypatch.setattr(stores, "storages", files.storages)
        yield stores.pictures()


@pytest.mark.django_db
def test_pictures_may_lie_in_an_object_store(object_store, client, upload, painter):
    painting = upload().json()
    shown = client.get(painting["picture_url"])
    assert shown.status_code == 200
    name = painting["picture_url"].rpartition("/")[2]
    assert object_store.exists(f"{name[:2]}/{name}")
    assert client.get("/media/" + "0" * 64 + ".png").status_code == 404
    StoredPicture.objects.update(stored=timezone.now() - timedelta(hours=1))
    Painting.objects.all().delete()
    pictures.forget_old(painter)
    assert not object_store.exists(f"{name[:2]}/{name}")
