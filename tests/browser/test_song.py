"""The Song desk as an instructor uses it: a recording in, its map heard, corrected, taken along."""

import io
import re
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pretty_midi
import pytest
from core.dancing import song as core_song
from playwright.sync_api import Page, expect

from maplestep.apps.songs.models import Song, Sound
from maplestep.apps.songs.work import make
from maplestep.audio.band import play

Open = Callable[..., Page]
Enter = Callable[[Page, str], None]
SAVED = re.compile(r"^saved \d\d:\d\d$")
# 118 bpm, count 1 at 0.4 s.
MUSIC = core_song(
    "intro 16, verse 32, chorus 32, verse 32, chorus 32", bpm=118, first_beat_seconds=0.4
)


@pytest.fixture(scope="module")
def recording(tmp_path_factory: pytest.TempPathFactory) -> Path:
    file = tmp_path_factory.mktemp("sound") / "Tin Kettle Morning.ogg"
    play(MUSIC, file)
    return file


@pytest.fixture
def page(open_page: Open, sign_in: Enter, make_user: Callable[[str], Any]) -> Page:
    make_user("ada")
    page = open_page()
    sign_in(page, "ada")
    return page


def work() -> None:
    """What the worker would do now."""
    for sound in Sound.objects.filter(state=Sound.State.WAITING):
        make(sound)


def test_from_a_recording_to_a_corrected_map(
    page: Page, recording: Path, accessible: Callable[[Page, str], None]
) -> None:
    page.get_by_test_id("file").set_input_files(recording)
    expect(page.get_by_label("Title").first).to_have_value("Tin Kettle Morning")
    expect(page.get_by_role("status").filter(has_text="waiting for its turn")).to_be_visible()
    # What is going on outlasts a reload.
    page.reload()
    expect(page.get_by_role("status").filter(has_text="waiting for its turn")).to_be_visible()
    work()
    bpm = page.get_by_label("Beats per minute")
    expect(bpm).to_have_value(re.compile(r"^11[78](\.\d+)?$"))
    readings = page.get_by_role("group", name="Could also be counted")
    expect(readings.get_by_role("button").first).to_contain_text("118 as heard")
    accessible(page, "the Song desk")
    # Twice as many counts, and back.
    page.get_by_role("button", name="×2").click()
    expect(page.get_by_test_id("changed")).to_contain_text("118 bpm is now 236")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    page.keyboard.press("Control+z")
    expect(bpm).to_have_value(re.compile(r"^11[78](\.\d+)?$"))
    # Count 1 a beat later by key: 60/118 = 0.51 s.
    page.keyboard.press("]")
    expect(page.get_by_test_id("changed")).to_contain_text("0.51 s later")
    # All phrases in one line; what cannot be read is named, and nothing is lost.
    line = page.get_by_label("All in one line")
    line.fill("118 bpm: intro 16, verse 32+4, bogus")
    line.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("“bogus” cannot be read")
    line.fill("118 bpm: intro 16, verse 32+4, chorus 64")
    line.press("Enter")
    expect(page.get_by_label("Counts", exact=True).nth(1)).to_have_value("32+4")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    stored = Song.objects.get()
    assert [p.counts for p in stored.phrases.all()] == [16, 36, 64]
    # Taken out as MIDI, its beats are the map's: count 1 at 0.4 s and a beat.
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="MIDI").click()
    read = pretty_midi.PrettyMIDI(io.BytesIO(Path(download.value.path()).read_bytes()))
    first = min(note.start for part in read.instruments for note in part.notes)
    assert first == pytest.approx(0.4 + 60 / 118, abs=0.01)


KEEP_WHAT_PLAYS = """() => {
  const play = HTMLMediaElement.prototype.play;
  HTMLMediaElement.prototype.play = function () { window.playing = this; return play.call(this); };
}"""
# A hand on the beat goes by the music, not by how busy the machine is.
TAP_ALONG = """([times, beat]) => new Promise((done) => {
  let next = window.playing.currentTime + beat;
  const look = () => {
    if (window.playing.currentTime >= next) {
      window.dispatchEvent(new KeyboardEvent("keydown", { key: "t" }));
      next += beat;
      times -= 1;
    }
    if (times) setTimeout(look, 4); else done();
  };
  look();
})"""


def test_playing_follows_the_sound_and_taps_are_taken(page: Page, recording: Path) -> None:
    page.get_by_test_id("file").set_input_files(recording)
    expect(page.get_by_text("waiting for its turn")).to_be_visible()
    work()
    play_button = page.get_by_role("button", name="Play", exact=True)
    expect(play_button).to_be_enabled()
    page.wait_for_timeout(1500)  # the clicks are laid in
    page.get_by_role("heading", name="Phrases").click()
    page.evaluate(KEEP_WHAT_PLAYS)
    page.keyboard.press(" ")
    expect(page.get_by_role("button", name="Pause")).to_be_visible()
    page.evaluate(TAP_ALONG, [12, 60 / 118])
    expect(page.get_by_role("button", name=re.compile("12 taps"))).to_be_visible()
    page.keyboard.press(" ")
    # The hand was on the beat's tempo, so the tempo is what it was.
    page.wait_for_timeout(2500)
    assert abs(float(page.get_by_label("Beats per minute").input_value()) - 118) < 3
    where = page.locator(".Transport__where .soft").inner_text()
    assert where > "0:02"


def test_without_a_recording_the_band_plays_and_a_mix_is_made(page: Page) -> None:
    page.get_by_role("button", name="New routine").click()
    page.get_by_text("Tempo and length").click()
    page.get_by_label("Title of the song").fill("Paper Lighthouse")
    page.get_by_label("Beats per minute").fill("132")
    page.get_by_label("Length", exact=True).fill("0:30")
    page.get_by_label("Paste the step sheet").fill("Lamp\nIntro: 8 counts\n1-8 R weave")
    page.get_by_role("button", name="Put together").click()
    page.get_by_role("button", name="Let the stand-in band play").click()
    expect(page.get_by_text("waiting for its turn")).to_be_visible()
    work()
    expect(page.get_by_text("The stand-in band plays this map.")).to_be_visible()
    page.get_by_role("button", name="Make a mix").click()
    expect(page.locator(".MixPanel__mixes li")).to_contain_text("waiting for its turn")
    work()
    with page.expect_download() as download:
        page.get_by_role("link", name="Download").click()
    assert download.value.suggested_filename == "maple-step-mix.mp3"
    # A file that is no recording: said, and the desk is as it was.
    page.get_by_test_id("recording").set_input_files(
        {"name": "sheet.mp3", "mimeType": "audio/mpeg", "buffer": b"1-4 R vine right\n" * 99}
    )
    expect(page.get_by_role("alert")).to_contain_text("sheet.mp3: This is no recording")
    expect(page.get_by_text("The stand-in band plays this map.")).to_be_visible()


def test_cancelling_while_the_worker_is_at_it(page: Page, recording: Path) -> None:
    page.get_by_test_id("file").set_input_files(recording)
    expect(page.get_by_text("waiting for its turn")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    expect(page.get_by_text("Stopped.")).to_be_visible()
    work()
    assert not Sound.objects.get().path.exists()
