"""Pages of HTML from the templates beside this file; what is put in is escaped."""

from __future__ import annotations

from typing import Final

from jinja2 import Environment, PackageLoader, StrictUndefined
from markupsafe import Markup

from .pdf import BASE_STYLE

_PAGES: Final = Environment(
    loader=PackageLoader(__package__),
    autoescape=True,
    undefined=StrictUndefined,
    trim_blocks=True,
    lstrip_blocks=True,
)
_PAGES.globals["base_style"] = BASE_STYLE


def drawing(svg: str) -> Markup:
    """A drawing of our own, whose texts are escaped where they are drawn."""
    return Markup(svg)  # noqa: S704


def page(template: str, **facts: object) -> str:
    """A page to be set by :func:`.pdf.page_pdf`. Raises jinja2.UndefinedError for a fact that
    the template asks for and is not given."""
    return _PAGES.get_template(template).render(facts)
