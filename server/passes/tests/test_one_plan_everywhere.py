"""The command line and the web make the same plan, byte for byte, from the same photo, shelf and settings."""

import json
from pathlib import Path

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from ypsochrom.cli.main import main

KETTLE = (Path(__file__).parents[3] / "demo/pictures/kettle.jpg").read_bytes()
FILES = ("plan.json", "recipes.csv", "areas.svg", "areas.png", "value-map.png")
pytestmark = pytest.mark.django_db


@pytest.fixture
def small(tmp_path):
    """The kettle at 640 px, as a photo on the disk."""
    import io

    from PIL import Image

    out = io.BytesIO()
    Image.open(io.BytesIO(KETTLE)).resize((640, 480)).save(out, "JPEG", quality=92)
    place = tmp_path / "kettle.jpg"
    place.write_bytes(out.getvalue())
    return place


@pytest.mark.parametrize("school", ["direct", "glazes"])
def test_the_plan_on_the_command_line_and_in_the_web_are_the_same_bytes(
    small, tmp_path, client, painter, shelf, school
):
    csv = tmp_path / "shelf.csv"
    csv.write_text(client.get("/api/materials/file").content.decode())
    command = ["plan", str(small), "--size", "400x300mm", "--school", school, "--tubes", "6", "--shelf", str(csv)]
    assert main([*command, "--out", str(tmp_path / "plan")]) == 0

    photo = SimpleUploadedFile("kettle.jpg", small.read_bytes())
    painting = client.post("/api/subject/paintings", {"photo": photo, "title": "kettle", "size": "400x300mm"}).json()
    pid = painting["id"]
    client.put(f"/api/mixes/{pid}", {"tubes": 6}, content_type="application/json")
    client.put(f"/api/passes/{pid}/choices", {"school": school}, content_type="application/json")
    assert client.post(f"/api/desk/{pid}/plan").json()["state"] == "done"
    for name in FILES:
        web = client.get(f"/api/passes/{pid}/files/{name}").content
        assert web == (tmp_path / "plan" / name).read_bytes(), name
    plan = json.loads((tmp_path / "plan/plan.json").read_text())
    assert any(advice["id"].startswith("areas.") for advice in plan["advice"])  # the area rules run in both
