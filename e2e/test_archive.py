"""A painter saves a painting, loads it again, and nothing is doubled."""

import re
import zipfile

from playwright.sync_api import Page, expect


def test_a_painting_is_saved_and_loaded_and_nothing_is_doubled(page: Page, tmp_path):
    page.goto("/")
    page.get_by_role("link", name="Save the studio, or load an archive").click()
    expect(page.get_by_role("heading", name="Archive")).to_be_visible()
    page.get_by_role("combobox", name="Save").click()
    page.get_by_role("option", name="Slipway, low tide").click()
    page.get_by_role("button", name="Make an archive").click()
    link = page.get_by_role("link", name="Save the file")
    expect(link).to_be_visible()
    with page.expect_download() as saving:
        link.click()
    assert re.fullmatch(r"Slipway low tide \d{4}-\d\d-\d\d\.zip", saving.value.suggested_filename)
    place = tmp_path / "slipway.zip"
    saving.value.save_as(place)
    with zipfile.ZipFile(place) as archive:
        assert archive.testzip() is None
        assert "manifest.json" in archive.namelist()
    page.reload()
    expect(link).to_be_visible()
    page.get_by_label("Archive to load").set_input_files(place)
    expect(page.get_by_text("“Slipway, low tide” is in this studio already")).to_be_visible()
    expect(page.get_by_text("Nothing new was in it.")).to_be_visible()
    expect(page.get_by_role("button", name="Load a copy, too")).to_be_visible()


def test_a_file_that_is_no_archive_is_said_to_be_none(page: Page, tmp_path):
    place = tmp_path / "holiday.zip"
    place.write_bytes(b"PK not really")
    page.goto("/archive")
    page.get_by_label("Archive to load").set_input_files(place)
    expect(page.get_by_role("heading", name="It could not be loaded")).to_be_visible()
    expect(page.get_by_text("not an archive of a studio")).to_be_visible()
