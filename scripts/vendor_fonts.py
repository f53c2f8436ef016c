"""Make the shipped fonts: the upstream TTFs with tabular figures as their default digits.

Usage: ./run python scripts/vendor_fonts.py FILE.ttf ... (needs the dev environment).
Qt's PDF writer drops digits from the text layer when a font feature draws them, so
the tabular glyphs are moved into the character map instead of switched on at run time.
Ligatures go too, since the text layer would keep them as one character.
"""

import sys
from pathlib import Path

from fontTools.ttLib import TTFont

OUT = Path(__file__).resolve().parent.parent / "frelt/data/fonts"


def tabular(font: TTFont) -> dict[str, str]:
    """The glyph each glyph becomes under the `tnum` feature."""
    table = font["GSUB"].table
    wanted = {i for r in table.FeatureList.FeatureRecord if r.FeatureTag == "tnum" for i in r.Feature.LookupListIndex}
    swap: dict[str, str] = {}
    for index in wanted:
        for sub in table.LookupList.Lookup[index].SubTable:
            swap.update(getattr(getattr(sub, "ExtSubTable", sub), "mapping", {}))
    return swap


for name in map(Path, sys.argv[1:]):
    font = TTFont(name)
    swap = tabular(font)
    for cmap in font["cmap"].tables:
        for code, glyph in cmap.cmap.items():
            if chr(code).isdigit() and code < 128:
                cmap.cmap[code] = swap.get(glyph, glyph)
    for record in font["GSUB"].table.FeatureList.FeatureRecord:
        if record.FeatureTag == "liga":
            record.Feature.LookupListIndex, record.Feature.LookupCount = [], 0
    widths = {font["hmtx"][font.getBestCmap()[ord(c)]][0] for c in "0123456789"}
    if len(widths) != 1:
        sys.exit(f"{name}: digits still have widths {sorted(widths)}")
    family, weight = name.stem.split("_")
    out = OUT / f"{family}-{weight[3:]}.ttf"
    font.save(out)
    print(out.name, out.stat().st_size)
