"""Files of telephones, damaged ones and such as do not say how long they are.

The sound is known: knocks at given times. Encoded by Debian's ffmpeg, an encoder that is not ours.
"""

import base64
import io
import subprocess
from pathlib import Path

import mutagen
import numpy as np
import pytest
import soundfile
from mutagen.flac import Picture
from mutagen.id3 import APIC
from mutagen.mp4 import MP4Cover
from PIL import Image

from maplestep.audio.cover import small_cover
from maplestep.audio.decode import Decoding, Missing, read_mono
from maplestep.audio.headers import tags_of
from maplestep.audio.intake import take_in
from maplestep.core.errors import RecordingError

RATE = 44_100
SECONDS = 24
# Uneven, so that no knock can be taken for another one.
KNOCKS = [1.0, 2.31, 3.77, 6.2, 9.9, 12.03, 14.5, 18.42, 21.7]


@pytest.fixture(scope="module")
def folder(tmp_path_factory: pytest.TempPathFactory) -> Path:
    rng = np.random.default_rng(5)
    sound = rng.normal(0, 0.003, SECONDS * RATE)
    for at in KNOCKS:
        start = round(at * RATE)
        sound[start : start + 2000] += rng.normal(0, 0.5, 2000) * np.exp(-np.arange(2000) / 250)
    made = tmp_path_factory.mktemp("files")
    soundfile.write(str(made / "song.wav"), np.clip(sound, -1, 1), RATE, subtype="PCM_16")
    return made


def encoded(folder: Path, name: str, *options: str) -> Path:
    out = folder / name
    subprocess.run(
        ["ffmpeg", "-v", "error", "-y", "-i", str(folder / "song.wav"), *options, str(out)],
        check=True,
    )
    return out


def knocks_in(mono: np.ndarray) -> list[float]:
    """Where the loudness first reaches a fifth of its peak around each knock, in seconds."""
    found = []
    for at in KNOCKS:
        low, high = (round((at + off) * 22_050) for off in (-0.1, 0.1))
        part = np.abs(mono[low:high])
        found.append((low + int(np.argmax(part > 0.2 * part.max()))) / 22_050)
    return found


WAYS = {
    "whole.mp3": ("-b:a", "128k"),
    "no-header.mp3": ("-b:a", "128k", "-write_xing", "0"),
    "no-header-vbr.mp3": ("-q:a", "5", "-write_xing", "0"),
    "phone.m4a": ("-b:a", "96k"),
    "page.webm": ("-c:a", "libopus"),
    "call.opus": ("-c:a", "libopus"),
    "disc.flac": (),
    "song.ogg": ("-c:a", "libvorbis", "-q:a", "5"),
}


@pytest.mark.parametrize("name", WAYS)
def test_every_kind_of_file_lands_where_the_sound_was(folder: Path, name: str) -> None:
    told: list[Missing] = []
    mono = read_mono(encoded(folder, name, *WAYS[name]), warn=told.append)
    assert told == []
    assert len(mono) / 22_050 == pytest.approx(SECONDS, abs=0.08)
    assert np.abs(np.asarray(knocks_in(mono)) - KNOCKS).max() < 0.004


@pytest.mark.parametrize(
    ("name", "promises"),
    [("whole.mp3", True), ("disc.flac", True), ("song.wav", True), ("song.ogg", False),
     ("call.opus", False)],
)  # fmt: skip
def test_what_is_left_of_a_file_cut_short_is_used_and_said(
    folder: Path, name: str, promises: bool, capfd: pytest.CaptureFixture[str]
) -> None:
    file = folder / name if name == "song.wav" else encoded(folder, name, *WAYS[name])
    cut = folder / f"cut-{name}"
    data = file.read_bytes()
    cut.write_bytes(data[: len(data) * 6 // 10])
    taken = take_in(cut, folder / "out.ogg")
    # Six tenths of the bytes are about six tenths of the sound: 14.4 s of 24.
    assert taken.seconds == pytest.approx(14.4, abs=1.5)
    assert taken.missing is not None
    assert taken.missing.read == pytest.approx(taken.seconds, abs=0.05)
    if promises:
        assert taken.missing.promised == pytest.approx(SECONDS, abs=0.1)
    else:
        assert taken.missing.promised is None
    assert capfd.readouterr() == ("", "")


@pytest.mark.parametrize("name", ["whole.mp3", "no-header.mp3"])
@pytest.mark.parametrize("what", ["zeros", "noise"])
def test_a_scratch_costs_no_more_than_itself(
    folder: Path, name: str, what: str, capfd: pytest.CaptureFixture[str]
) -> None:
    data = bytearray(encoded(folder, name, *WAYS[name]).read_bytes())
    at, size = len(data) // 4, 3000
    noise = np.random.default_rng(2).integers(0, 256, size, dtype=np.uint8).tobytes()
    data[at : at + size] = bytes(size) if what == "zeros" else noise
    file = folder / f"{what}-{name}"
    file.write_bytes(bytes(data))
    decoding = Decoding(file)
    read = sum(len(block) for block, _ in decoding) / RATE
    # 3,000 bytes at 128 kbit/s are 0.19 s; frames beside them may go too.
    assert SECONDS - 0.6 < read < SECONDS + 0.1
    assert decoding.missing is not None
    assert capfd.readouterr() == ("", "")


def test_a_telephone_file_without_its_head_is_refused_in_words(folder: Path) -> None:
    data = encoded(folder, "phone.m4a", *WAYS["phone.m4a"]).read_bytes()
    file = folder / "cut.m4a"
    file.write_bytes(data[: len(data) // 2])
    with pytest.raises(RecordingError, match="damaged or cut short"):
        read_mono(file)


@pytest.mark.parametrize("name", ["whole.mp3", "phone.m4a", "disc.flac", "song.ogg"])
def test_tags_are_read(folder: Path, name: str) -> None:
    plain = encoded(folder, f"plain-{name}", *WAYS[name], "-map_metadata", "-1")
    assert (tags_of(plain).title, tags_of(plain).bpm) == ("", None)
    tempo = "TBPM" if name.endswith("mp3") else "tmpo" if name.endswith("m4a") else "BPM"
    file = encoded(
        folder, f"tagged-{name}", *WAYS[name],
        "-metadata", "title=Copper Rain", "-metadata", "artist=The Nobodies",
        "-metadata", f"{tempo}=118",
    )  # fmt: skip
    tags = tags_of(file)
    assert (tags.title, tags.performer) == ("Copper Rain", "The Nobodies")
    assert tags.bpm == 118


def picture(form: str, width: int, height: int) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, height), (180, 60, 40)).save(out, form)
    return out.getvalue()


@pytest.mark.parametrize("name", ["whole.mp3", "phone.m4a", "disc.flac", "song.ogg"])
def test_the_cover_is_read_and_made_small(folder: Path, name: str) -> None:
    """ID3v2 APIC, MP4 covr, FLAC PICTURE, and its Vorbis comment (base64 of the same block)."""
    file = encoded(folder, f"covered-{name}", *WAYS[name])
    data = picture("PNG", 900, 450)
    tagged = mutagen.File(file)
    block = Picture()
    block.type, block.mime, block.data = 3, "image/png", data
    back = Picture()
    back.type, back.mime, back.data = 4, "image/png", picture("PNG", 10, 10)
    if name.endswith("mp3"):
        tagged.add_tags() if tagged.tags is None else None
        for each in (back, block):
            tagged.tags.add(APIC(encoding=3, mime="image/png", type=each.type, desc=str(each.type),
                                 data=each.data))  # fmt: skip
    elif name.endswith("m4a"):
        tagged["covr"] = [MP4Cover(data, imageformat=MP4Cover.FORMAT_PNG)]
    elif name.endswith("flac"):
        tagged.add_picture(back)
        tagged.add_picture(block)
    else:
        packed = [base64.b64encode(each.write()).decode() for each in (back, block)]
        tagged["metadata_block_picture"] = packed
    tagged.save()
    found = tags_of(file).cover
    assert found == data
    small = Image.open(io.BytesIO(small_cover(found)))
    assert (small.format, small.size) == ("JPEG", (240, 120))


@pytest.mark.parametrize(
    "data", [b"", b"GIF89a", b"\xff\xd8\xff" * 50, picture("PNG", 9000, 9000), b"<svg/>"]
)
def test_what_is_no_cover_is_none(data: bytes) -> None:
    assert small_cover(data) == b""


def test_without_ffmpeg_it_is_said_and_an_mp3_still_lands(
    folder: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    phone = encoded(folder, "phone.m4a", *WAYS["phone.m4a"])
    plain = encoded(folder, "no-header.mp3", *WAYS["no-header.mp3"])
    monkeypatch.setattr("maplestep.audio.ffmpeg.shutil.which", lambda _: None)
    with pytest.raises(RecordingError, match="program ffmpeg, which is not installed"):
        read_mono(phone)
    assert np.abs(np.asarray(knocks_in(read_mono(plain))) - KNOCKS).max() < 0.004


@pytest.mark.parametrize(
    "text",
    [
        "#EXTM3U\nfile:///etc/passwd\n",
        "ffconcat version 1.0\nfile /etc/passwd\n",
        "RIFF\x00\x00\x00\x00WAVEfmt ",
        "\x00\x00\x00\x18ftypM4A \x00\x00\x00\x00" + "\x00" * 400,
        "ID3\x04\x00\x00\x7f\x7f\x7f\x7f",
        "OggS" + "\x00" * 200,
    ],
)
def test_what_only_looks_like_a_recording_opens_nothing(text: str, tmp_path: Path) -> None:
    file = tmp_path / "a.m4a"
    file.write_bytes(text.encode("latin-1"))
    with pytest.raises(RecordingError):
        read_mono(file)
    assert tags_of(file).title == ""


TEMPI = {"118.5": 118.5, "118,5": 118.5, "0": None, "9999": None, "fast": None, "nan": None}


@pytest.mark.parametrize(("written", "bpm"), TEMPI.items())
def test_a_tempo_that_is_none_is_no_tempo(folder: Path, written: str, bpm: float | None) -> None:
    file = encoded(folder, "tempo.flac", "-metadata", f"BPM={written}")
    assert tags_of(file).bpm == bpm
