"""Pages set by WeasyPrint with the project's own fonts, and nothing fetched from anywhere."""

from __future__ import annotations

from importlib import resources
from typing import Final, NamedTuple

from .colours import VARIABLES

BASE_STYLE: Final = f"""{VARIABLES}
@font-face {{ font-family: Body; src: url(font:atkinson); }}
@font-face {{ font-family: Head; src: url(font:bricolage); }}
"""


class Document(NamedTuple):
    """A PDF file and how many pages it has."""

    pdf: bytes
    pages: int


def page_pdf(html: str) -> Document:
    """A page of HTML, styled on top of :data:`BASE_STYLE`, as a PDF."""
    # Imported here: it loads Pango, which only a printed page needs.
    import weasyprint  # noqa: PLC0415
    from weasyprint.urls import URLFetcher, URLFetcherResponse  # noqa: PLC0415

    class Fonts(URLFetcher):  # type: ignore[misc]
        """Gives the two fonts of the package and nothing else: a page fetches no addresses."""

        def fetch(self, url: str, headers: object = None) -> URLFetcherResponse:
            name = url.removeprefix("font:")
            if name not in {"atkinson", "bricolage"}:
                raise ValueError(url)
            data = (resources.files(__package__) / "fonts" / f"{name}.woff2").read_bytes()
            return URLFetcherResponse(url, body=data, headers={"Content-Type": "font/woff2"})

    rendered = weasyprint.HTML(string=html, url_fetcher=Fonts()).render()
    return Document(pdf=bytes(rendered.write_pdf()), pages=len(rendered.pages))
