"""The Run desk as an instructor uses it in the hall."""

import re
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.routines.models import Routine
from maplestep.apps.songs.actions.sounds import ask_band
from maplestep.apps.songs.models import Sound
from maplestep.apps.songs.work import make
from maplestep.formats.routine.routine_file import RoutineForm

AtDesk = Callable[[str], Page]


@pytest.fixture
def routine(make_user: Callable[[str], Any]) -> Routine:
    """16 counts at 120 bpm; wall 1 from 4 s; wall 3 from 20 s restarts after 8, at 24 s."""
    return store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))


def work() -> None:
    for sound in Sound.objects.filter(state=Sound.State.WAITING):
        make(sound)


def count(page: Page) -> Any:
    return page.locator(".Stage__count")


def wall(page: Page) -> Any:
    return page.locator(".Stage__wall")


def test_a_rehearsal_with_the_band(
    at_desk: AtDesk, routine: Routine, accessible: Callable[[Page, str], None]
) -> None:
    page = at_desk("run")
    # Without sound one is told so, and the band can be asked from here.
    page.get_by_role("button", name="Let the stand-in band play").click()
    expect(page.get_by_text("The sound is being made")).to_be_visible()
    work()
    expect(page.get_by_text("The sound is being made")).to_be_hidden()
    expect(page.get_by_text("The sound is on its way")).to_be_hidden()
    accessible(page, "the stage")
    page.locator(".Bar__play").click()
    expect(wall(page)).to_have_text("Wall 1")
    # On to wall 3, whose restart comes after 8: it is announced, and where one can step in.
    page.keyboard.press("Alt+ArrowRight")
    page.keyboard.press("Alt+ArrowRight")
    expect(wall(page)).to_have_text("Wall 3")
    expect(page.locator(".Stage__event")).to_contain_text(re.compile(r"Restart in [4-8]"))
    expect(page.locator(".Stage__event")).to_contain_text("wall 3, after 8, facing 12:00")
    page.keyboard.press("l")
    lost = page.get_by_role("status").filter(has_text="Step in at")
    expect(lost).to_contain_text("Step in at 0:24.0: count 1 of wall 4, facing 12:00")
    # It goes on by itself into the next wall.
    expect(wall(page)).to_have_text("Wall 4", timeout=8_000)
    # Without network the music goes on.
    page.context.set_offline(True)
    before = page.locator(".Bar__time").inner_text()
    page.wait_for_timeout(700)
    assert page.locator(".Bar__time").inner_text() > before
    page.context.set_offline(False)
    page.keyboard.press(" ")
    expect(page.locator(".Bar__play")).to_contain_text("Play")
    page.keyboard.press(",")
    expect(page.get_by_text("95 %")).to_be_visible()


def test_a_restart_is_rehearsed_from_the_stack(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    page.locator(".EventList__occurrences button").first.click()
    page.get_by_role("link", name="Rehearse", exact=True).click()
    expect(page.get_by_role("button", name="Repeating: Restart, wall 3, after 8")).to_be_visible()
    page.locator(".Bar__play").click()
    # From 8 counts before it to 8 behind it: 20 s to 28 s, led in by four counts.
    expect(page.locator(".Stage__count[data-counting=true]")).to_be_visible()
    expect(wall(page)).to_have_text("Wall 3")
    expect(wall(page)).to_have_text("Wall 4", timeout=9_000)
    # After a pause of four counts it begins again.
    expect(wall(page)).to_have_text("Wall 3", timeout=9_000)


def test_music_from_elsewhere_is_followed_by_tapping(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("run")
    page.get_by_role("button", name="Music from elsewhere").click()
    bar = page.get_by_role("region", name="Music from elsewhere")
    bar.get_by_role("button", name="Count 1 is now").click()
    # The first tap is count 1 of wall 1.
    expect(wall(page)).to_have_text("Wall 1")
    # A count stands for half a second, and one is looked at once a second.
    expect(count(page)).to_have_text(re.compile("^[4-6]$"), timeout=9_000)
    # A tap on a later 1 corrects what has drifted, and says by how much.
    page.wait_for_timeout(1500)
    bar.get_by_role("button", name="Count 1 is now").click()
    expect(bar.get_by_text(re.compile(r"The music was \d+\.\d s (ahead|behind)"))).to_be_visible()
    bar.get_by_role("button", name="Own sound again").click()
    expect(bar).to_be_hidden()


BROKEN: dict[str, Callable[[Path], object]] = {
    "not a sound": lambda path: path.write_bytes(b"this is no sound"),
    "deleted": lambda path: path.unlink(),
}


@pytest.mark.parametrize("broken", BROKEN)
def test_a_sound_that_is_gone_is_said_and_counting_goes_on(
    at_desk: AtDesk, routine: Routine, broken: str
) -> None:
    sound = ask_band(routine.owner, routine.song_id)
    work()
    sound.refresh_from_db()
    BROKEN[broken](sound.path)
    page = at_desk("run")
    expect(page.get_by_text("The sound cannot be played here")).to_be_visible()
    page.locator(".Bar__play").click()
    expect(page.locator(".Bar__time")).not_to_have_text("0:00.0")


# What a device does to a page: its timers stand still (as in a tab that is out of sight), its
# clock is set, it sleeps and lets the sound go.
DEVICE = """() => {
  const Real = AudioContext;
  window.AudioContext = class extends Real {
    constructor(...all) { super(...all); window.context = this; }
  };
  const [interval, now] = [window.setInterval, Date.now];
  window.setInterval = (run, ms, ...all) =>
    interval(() => { if (!window.hidden) run(); }, ms, ...all);
  Date.now = () => now() + (window.shifted ?? 0);
  window.sent = 0;
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (when, ...all) {
    window.sent = Math.max(window.sent, when + this.buffer.duration);
    return start.call(this, when, ...all);
  };
}"""


def test_out_of_sight_with_another_clock_and_asleep(
    open_page: Callable[..., Page], sign_in: Callable[[Page, str], None], routine: Routine
) -> None:
    ask_band(routine.owner, routine.song_id)
    work()
    page = open_page()
    page.add_init_script(f"({DEVICE})()")
    sign_in(page, "ada")
    page.goto(f"/routines/{routine.id}/run")
    expect(page.get_by_text("The sound is on its way")).to_be_hidden()
    page.locator(".Bar__play").click()
    expect(wall(page)).to_have_text("Wall 1")
    # Sound is kept three seconds ahead; hidden for six, it would have ended without a timer.
    page.evaluate("window.hidden = true; window.shifted = 3_600_000")
    shown, heard = sung(page), page.evaluate("context.currentTime")
    page.wait_for_timeout(6_000)
    assert page.evaluate("sent - context.currentTime") > 1
    gone = page.evaluate("context.currentTime") - heard
    assert sung(page) - shown == pytest.approx(gone, abs=0.25)
    # Asleep, nothing goes on, and that is said; awake, it goes on from there.
    page.evaluate("window.hidden = false; context.suspend()")
    expect(page.get_by_text("The device has stopped the sound")).to_be_visible()
    stopped = sung(page)
    page.wait_for_timeout(1_000)
    assert sung(page) == stopped
    page.get_by_role("status").get_by_role("button", name="Play").click()
    expect(page.get_by_text("The device has stopped the sound")).to_be_hidden()
    page.wait_for_timeout(500)
    assert stopped < sung(page) < stopped + 2


def test_the_music_goes_on_while_the_class_is_turned_round(
    at_desk: AtDesk, routine: Routine
) -> None:
    ask_band(routine.owner, routine.song_id)
    work()
    page = at_desk("run")
    expect(page.get_by_text("The sound is on its way")).to_be_hidden()
    page.locator(".Bar__play").click()
    expect(wall(page)).to_have_text("Wall 1")
    page.get_by_role("button", name="Settings").click()
    page.get_by_label("I face the class").click()
    before = sung(page)
    page.wait_for_timeout(1_000)
    assert before < sung(page) < before + 2


def sung(page: Page) -> float:
    """The seconds of the song that the desk shows."""
    minutes, seconds = page.locator(".Bar__time").inner_text().split(":")
    return 60 * float(minutes) + float(seconds)


def test_the_floor_and_a_phone(
    open_page: Callable[..., Page],
    sign_in: Callable[[Page, str], None],
    routine: Routine,
    accessible: Callable[[Page, str], None],
) -> None:
    page = open_page(width=390, height=844)
    sign_in(page, "ada")
    page.goto(f"/routines/{routine.id}/run")
    page.get_by_role("button", name="Stage").click()
    page.get_by_role("menuitem", name="Floor").click()
    expect(page.get_by_role("img", name="The class from above")).to_be_visible()
    accessible(page, "the floor on a phone")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    # Under the finger or the mouse the button stays where it is, and is pressed.
    play = page.locator(".Bar__play")
    before = play.bounding_box()
    play.hover()
    assert play.bounding_box() == before
    play.click()
    expect(play).to_contain_text("Pause")


def test_what_was_taken_along_runs_without_network(at_desk: AtDesk, routine: Routine) -> None:
    ask_band(routine.owner, routine.song_id)
    work()
    page = at_desk("run")
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Take along").click()
    expect(page.get_by_text(re.compile(r"Test routine \d+\.\d MB, since"))).to_be_visible()
    # What is opened to be printed is no page of the app.
    with page.expect_download() as saved:
        page.get_by_role("link", name="Cue sheet to print").click()
    assert saved.value.suggested_filename == "cue-sheet.pdf"
    page.context.set_offline(True)
    page.reload()
    page.locator(".Bar__play").click()
    expect(wall(page)).to_have_text("Wall 1", timeout=10_000)
    expect(page.get_by_text("The sound cannot be played here")).to_be_hidden()
    page.context.set_offline(False)
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Remove").click()
    expect(page.get_by_text(re.compile(r"Test routine \d+\.\d MB"))).to_be_hidden()


def test_a_round_of_questions(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("run")
    page.get_by_role("button", name="Stage").click()
    page.get_by_role("menuitem", name="Quiz").click()
    quiz = page.get_by_role("region", name="Quiz")
    for _ in range(8):
        quiz.locator("button[data-told], .Quiz__choices button").first.click()
        expect(quiz.get_by_role("status")).to_contain_text(re.compile(r"Right\.|No: "))
        quiz.get_by_role("button", name="Next").click()
    expect(quiz.get_by_text(re.compile(r"\d of 8 right"))).to_be_visible()
    quiz.get_by_role("button", name="Another round").click()
    expect(quiz.get_by_text("Question 1 of 8")).to_be_visible()


def test_a_second_screen_shows_the_running_stage(
    at_desk: AtDesk, open_page: Callable[..., Page], routine: Routine
) -> None:
    page = at_desk("run")
    page.get_by_role("button", name="Settings").click()
    page.get_by_role("button", name="Show on a second screen").click()
    expect(page.get_by_role("img", name="Code of the address")).to_be_visible()
    address = page.get_by_role("link", name="/screen/").get_attribute("href")
    page.get_by_role("button", name="Close").click()
    # Somebody who is not signed in looks at it.
    screen = open_page()
    screen.goto(str(address))
    expect(screen.locator(".Stage__figure")).to_contain_text("Get ready")
    page.locator(".Bar__play").click()
    page.keyboard.press("Alt+ArrowRight")
    page.keyboard.press("Alt+ArrowRight")
    expect(wall(screen)).to_have_text("Wall 2")
    page.keyboard.press(" ")
    shown = "document.querySelector('.Stage__count').textContent"
    expect(count(screen)).to_have_text(str(page.evaluate(shown)))
    # It ends with the desk.
    page.get_by_role("link", name="Maple").click()
    page.get_by_role("heading", name="Shelf").wait_for()
    expect(screen.get_by_text("The running device has ended this screen")).to_be_visible()
