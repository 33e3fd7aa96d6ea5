"""What the product is made of: docs/sbom.json (CycloneDX) and docs/licences.md.

    uv pip install --group tools          # in an environment of its own: TOOLS
    TOOLS/bin/python bench/bill.py        # once bin/test has set everything up

cyclonedx-py and npm list what is installed; of that what is pinned for the product stays. Where
things were fetched from is left out: that differs from place to place.
"""

from __future__ import annotations

import datetime
import json
import re
import subprocess
import sys
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
KEPT = ("type", "name", "version", "purl", "licenses", "hashes", "description")


def pinned() -> set[str]:
    """The Python packages of the product, by their normalised names (PEP 503)."""
    lines = (ROOT / "requirements-product.txt").read_text()
    return {plain(name) for name in re.findall(r"^([\w.-]+)(?:\[.*\])?==", lines, re.M)}


def plain(name: str) -> str:
    return re.sub(r"[-_.]+", "-", name).lower()


def shipped() -> set[tuple[str, str]]:
    """Names and versions of what the browser is given."""
    lock = json.loads((ROOT / "web/package-lock.json").read_text())["packages"]
    return {
        (path.rpartition("node_modules/")[2], package["version"])
        for path, package in lock.items()
        if path and not any(package.get(flag) for flag in ("dev", "optional", "devOptional"))
    }


def told_by(*command: str, cwd: Path = ROOT) -> list[dict[str, Any]]:
    run = subprocess.run(command, capture_output=True, check=True, cwd=cwd)
    return list(json.loads(run.stdout)["components"])


def components() -> list[dict[str, Any]]:
    """Everything of the product, in the order of their addresses."""
    tool = Path(sys.executable).parent / "cyclonedx-py"
    python = told_by(str(tool), "environment", str(ROOT / ".state/venv/bin/python"), "--of", "JSON")
    ours = pinned()
    found = [each for each in python if plain(each["name"]) in ours]
    assert len(found) == len(ours), ours - {plain(each["name"]) for each in found}
    wanted = shipped()
    # "--omit dev" leaves out what developers need as well: React, for one.
    npm = told_by("npm", "sbom", "--sbom-format", "cyclonedx", cwd=ROOT / "web")
    found += [each for each in npm if (each["name"], each["version"]) in wanted]
    kept = [{key: each[key] for key in KEPT if key in each} for each in found]
    return sorted(kept, key=lambda each: each["purl"])


def licence_of(component: dict[str, Any]) -> str:
    """Its licences, as they are declared."""
    said = []
    for each in component.get("licenses", []):
        named = each.get("license", {})
        said.append(each.get("expression") or named.get("id") or named.get("name") or "")
    names = sorted({re.sub(r"^License :: (OSI Approved :: )?", "", each) for each in said if each})
    return "; ".join(names) or "see the package"


HEAD = """# What Maple Step is made of

Made by `bench/bill.py` on {day} from what is pinned in `requirements-product.txt` and
`web/package-lock.json`; `docs/sbom.json` has the same in CycloneDX {version}.

Maple Step itself is under the MIT licence, but for `src/maplestep/audio/tag_reader.py`, which is
under the GPL (2 or later) because it loads `mutagen`. The product never loads that file: it runs
it as a program of its own and reads what it prints. Where a package offers several licences
(`odfpy`, `pyphen`, `fido2`), it is used under the one that is no GPL. `psycopg` and `soxr` are
under the LGPL and used as they are published.

Debian's programs are run, never linked: PostgreSQL, fluidsynth with the sound font FluidR3 (MIT),
espeak-ng, rubberband, ffmpeg, tesseract, nginx, Pango (the last one loaded by WeasyPrint, LGPL).

## Known weaknesses

{day}: neither `pip-audit` nor `npm audit` reaches a list of known weaknesses from where this is
built (the registries answer with packages alone; "405" and "not found"). Run both where the network
allows it, before each release:

    TOOLS/bin/pip-audit --disable-pip -r requirements-product.txt
    npm --prefix web audit --omit=dev

## Updating

`uv pip compile -q pyproject.toml --group dev --generate-hashes --no-header --no-emit-index-url -o
requirements.txt -U`, then the same with `-c requirements.txt` and without the group into
`requirements-product.txt`; `npm --prefix web update`; `bin/test`; `bench/bill.py`. One package with
what needs it at a time where a major version changes. Versions that were tried and do not go
together are in the comments of `pyproject.toml`.

## Packages

| package | version | licence |
|---|---|---|
"""


def main() -> None:
    """Write both files."""
    found = components()
    day = datetime.datetime.now(datetime.UTC).date().isoformat()
    bill = {
        "$schema": "http://cyclonedx.org/schema/bom-1.6.schema.json", "bomFormat": "CycloneDX",
        "specVersion": "1.6", "version": 1,
        "metadata": {"component": {"type": "application", "name": "maplestep", "version": "0.1.0"}},
        "components": found,
    }  # fmt: skip
    (ROOT / "docs/sbom.json").write_text(json.dumps(bill, indent=1, sort_keys=True) + "\n")
    rows = [f"| {each['name']} | {each['version']} | {licence_of(each)} |" for each in found]
    text = HEAD.format(day=day, version=bill["specVersion"]) + "\n".join(rows) + "\n"
    (ROOT / "docs/licences.md").write_text(text)
    print(f"{len(found)} components")


if __name__ == "__main__":
    main()
