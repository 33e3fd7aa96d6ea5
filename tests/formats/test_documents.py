"""Sheets out of documents made by other libraries, and documents that mean harm."""

import html
import io
import zipfile

import docx
import pytest
from core.test_styles import TEXTS
from odf.opendocument import OpenDocumentText
from odf.table import Table, TableCell, TableRow
from odf.text import H, P
from PIL import Image
from weasyprint import HTML

from maplestep.core.errors import FileError
from maplestep.core.sheet.read import read_sheet
from maplestep.formats.documents import document_text
from maplestep.formats.documents.flow import markup_text
from maplestep.formats.documents.isolated import isolated_text
from maplestep.formats.documents.ocr import _lines, plain_picture
from maplestep.formats.sheet.sheet_in import sheet_text_of

NAMES = ("tag-restart-lines", "page-header", "head-french", "numbered-eight")


def moves(text: str) -> list[object]:
    return [
        (part.name, m.at, m.foot, m.weight, m.turn)
        for part in read_sheet(text).sheet.parts
        for m in part.moves
    ]


def as_docx(text: str) -> bytes:
    document = docx.Document()
    for line in text.split("\n"):
        document.add_paragraph(line)
    out = io.BytesIO()
    document.save(out)
    return out.getvalue()


def as_odt(text: str) -> bytes:
    document = OpenDocumentText()
    for line in text.split("\n"):
        document.text.addElement(P(text=line))
    out = io.BytesIO()
    document.write(out)
    return out.getvalue()


def as_rtf(text: str) -> bytes:
    # RTF 1.9.1: \\uN with a character for readers without Unicode behind it.
    plain = "".join(c if c.isascii() else f"\\u{ord(c)}?" for c in text)
    return ("{\\rtf1\\ansi " + plain.replace("\n", "\\par\n") + "}").encode("ascii")


def as_html(text: str) -> bytes:
    lines = "".join(f"<p>{line}</p>" for line in text.split("\n"))
    return f"<!DOCTYPE html><html><body>{lines}</body></html>".encode()


def as_pdf(text: str, style: str = "") -> bytes:
    lines = "".join(f"<p>{line}</p>" for line in text.split("\n"))
    page = f'<style>p{{margin:2px;font:11px sans-serif}}{style}</style><div class="c">{lines}</div>'
    return HTML(string=page).write_pdf()  # type: ignore[no-any-return]


WRITERS = {
    "Word": as_docx,
    "OpenDocument": as_odt,
    "RTF": as_rtf,
    "web page": as_html,
    "PDF": as_pdf,
    "PDF in two columns": lambda text: as_pdf(text, ".c{columns:2}"),
    "UTF-16": lambda text: text.encode("utf-16"),
    "Windows": lambda text: text.replace("–", "-").encode("cp1252", "replace"),
    "line ends of another system": lambda text: text.replace("\n", "\r\n").encode(),
}


@pytest.mark.parametrize("kind", WRITERS)
@pytest.mark.parametrize("name", NAMES)
def test_a_sheet_in_a_document_is_the_same_dance(name: str, kind: str) -> None:
    text = TEXTS[name]
    assert moves(document_text(WRITERS[kind](text))) == moves(text)


def test_tables_keep_their_rows() -> None:
    word = docx.Document()
    table = word.add_table(rows=2, cols=2)
    open_ = OpenDocumentText()
    open_.text.addElement(H(outlinelevel=1, text="Mill"))
    rows = Table()
    for index, cells in enumerate((("1-2", "R side, L together"), ("3&4", "R shuffle forward"))):
        row = TableRow()
        for column, text in enumerate(cells):
            table.cell(index, column).text = text
            cell = TableCell()
            cell.addElement(P(text=text))
            row.addElement(cell)
        rows.addElement(row)
    open_.text.addElement(rows)
    first, second = io.BytesIO(), io.BytesIO()
    word.save(first)
    open_.write(second)
    web = "<table><tr><td>1-2<td>R side, L together<tr><td>3&amp;4<td>R shuffle forward</table>"
    for text in (
        document_text(first.getvalue()), document_text(second.getvalue()), markup_text(web),
    ):  # fmt: skip
        assert (
            moves(text)[-1][1:4] == moves("1-2 R side, L together\n3&4 R shuffle forward")[-1][1:4]
        )  # type: ignore[index]


def test_what_comes_again_on_every_page_is_left_out() -> None:
    style = (
        "@page{@top-center{content:'Village hall sheets 2031'}"
        "@bottom-center{content:'Page ' counter(page) ' of 2'}}"
    )
    turned = "<p style='page-break-before:always'>3-4 R side, L touch"
    text = document_text(as_pdf(f"Mill\n1-2 R side, L together\n{turned}", style))
    assert "Village hall" not in text
    assert "Page" not in text
    assert len(moves(text)) == 4


def bomb() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("word/document.xml", b"0" * 60_000_000)
    return out.getvalue()


def entities() -> bytes:
    """Billion laughs, and a file of the machine asked for."""
    xml = (
        '<!DOCTYPE d [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c '
        '"&b;&b;&b;&b;&b;&b;&b;&b;"><!ENTITY x SYSTEM "file:///etc/passwd">]><d>&c;&x;</d>'
    )
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        packed.writestr("mimetype", "application/vnd.oasis.opendocument.text")
        packed.writestr("content.xml", xml)
    return out.getvalue()


HARM = {
    "a bomb": (bomb, "far too large"),
    "entities": (entities, ""),
    "a cut PDF": (lambda: b"%PDF-1.7\n1 0 obj", "damaged"),
    "an archive": (lambda: b"PK\x03\x04" + b"0" * 90, "damaged"),
    "an old Word file": (lambda: b"\xd0\xcf\x11\xe0" + b"0" * 90, ".docx"),
    "a program": (lambda: b"\x7fELF" + bytes(900), "no text"),
    "too much": (lambda: b"a" * 9_000_000, "MB"),
    "a picture": (lambda: b"\x89PNG\r\n", "photograph"),
    "many pages": (
        lambda: as_pdf("x" + "\n<p style='page-break-after:always'>y</p>" * 20),
        "pages",
    ),
}


@pytest.mark.parametrize("what", HARM)
def test_what_means_harm_is_refused_in_words(what: str) -> None:
    make, words = HARM[what]
    with pytest.raises(FileError) as refused:
        isolated_text(make())
    assert words in str(refused.value)
    assert "passwd" not in str(refused.value)
    assert "root:" not in str(refused.value)


def test_nothing_in_a_web_page_is_run_or_kept() -> None:
    page = "<script>alert(1)</script><img src='http://x/y.png'><style>p{}</style><p>1-2 R walk"
    assert document_text(f"<html>{page}</html>".encode()).strip() == "1-2 R walk"


def test_an_empty_file_is_said_to_be_empty() -> None:
    with pytest.raises(FileError, match="empty"):
        sheet_text_of(b"  \n", "s.txt")


@pytest.mark.parametrize(
    "opening", ["", "<meta charset='utf-8'>", "<html><body><!--StartFragment-->", "<!--x-->"]
)
def test_a_table_from_the_clipboard_keeps_its_rows(opening: str) -> None:
    """Browsers put pieces of a page on the clipboard (W3C Clipboard API, "text/html")."""
    rows = "<tr><td>1-4</td><td>R vine</td></tr><tr><td>5-8</td><td>L vine</td></tr>"
    text = document_text(f"{opening}<table>{rows}</table>".encode())
    assert int(read_sheet(text).sheet.parts[0].length) == 8


@pytest.mark.parametrize("name", ["titled-sixty-four", "brume", "cha-in-words", "feet-as-subjects"])
def test_two_narrow_columns_with_a_header_are_the_same_dance(name: str) -> None:
    """Lines cut by the edge of a column go on below; the page's header and number are no steps."""
    style = (
        '@page{size:A4;@top-center{content:"Thursday class handouts"}@bottom-center{content:'
        '"page " counter(page)}}body{font:11pt serif;columns:2;white-space:pre-line}'
    )
    raw = HTML(string=f"<style>{style}</style><body>{html.escape(TEXTS[name])}").write_pdf()
    [whole], [columns] = (
        [part.moves for part in read_sheet(text).sheet.danced]
        for text in (TEXTS[name], document_text(raw))
    )
    assert [(m.at, m.foot, m.weight, m.turn) for m in columns] == [
        (m.at, m.foot, m.weight, m.turn) for m in whole
    ]


def test_an_ampersand_read_as_an_eight_is_put_right_and_marked() -> None:
    words = ["182", "R", "shuffle", "384", "L", "shuffle", "181", "x"]
    lines = [1, 1, 1, 2, 2, 2, 3, 3]
    data = {
        "text": words, "conf": [90.0] * 8, "block_num": [1] * 8, "par_num": [1] * 8,
        "line_num": lines,
    }  # fmt: skip
    found = _lines(data)
    assert found.text == "1&2 R shuffle\n3&4 L shuffle\n181 x\n"
    assert [found.text[w.start : w.end] for w in found.doubtful] == ["1&2", "3&4"]


def test_words_of_a_picture_keep_their_lines_and_doubtful_ones_are_marked() -> None:
    # As tesseract gives them: a word a row, -1 for what is no word.
    words = [
        ("", -1, 1, 1), ("1-2", 96, 1, 1), ("R", 41, 1, 1), ("walk", 95, 1, 1),
        ("3-4", 90, 1, 2), ("pivot", 93, 1, 2), ("42", 92, 1, 2),
    ]  # fmt: skip
    data = {
        "text": [w[0] for w in words],
        "conf": [w[1] for w in words],
        "block_num": [w[2] for w in words],
        "par_num": [1] * len(words),
        "line_num": [w[3] for w in words],
    }
    found = _lines(data)
    assert found.text == "1-2 R walk\n3-4 pivot 42\n"
    # "42" is how a ½ is often read.
    assert [found.text[w.start : w.end] for w in found.doubtful] == ["R", "42"]


def test_a_picture_is_kept_upright_small_and_plain() -> None:
    raw = io.BytesIO()
    Image.new("RGB", (4000, 3000), "white").save(raw, "PNG")
    kept = Image.open(io.BytesIO(plain_picture(raw.getvalue())))
    assert (kept.format, max(kept.size)) == ("JPEG", 2400)
    with pytest.raises(FileError, match="cannot be opened"):
        plain_picture(b"no picture")
