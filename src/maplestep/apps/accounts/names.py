"""Names of users, and which of them look alike."""

from __future__ import annotations

import unicodedata
from typing import Final

# Letters that look like Latin ones, some of those that Unicode lists as confusable (UTS #39,
# confusables.txt; from memory), in lower case.
_CYRILLIC: Final = "авсеһіјкӏмнорѕтԁԛԝхуь"
_GREEK: Final = "αβεηικμνορτυχω"
_LOOKS: Final = str.maketrans(_CYRILLIC + _GREEK + "01|", "abcehijklmhopstdqwxybabenikuvoptuxwoll")


def plain_name(name: str) -> str:
    """A name in Unicode's composed compatible form (NFKC), without spaces around it."""
    return unicodedata.normalize("NFKC", name).strip()


def look_of(name: str) -> str:
    """What a name looks like: two names with the same look are taken for each other."""
    return unicodedata.normalize("NFKC", plain_name(name).casefold().translate(_LOOKS))
