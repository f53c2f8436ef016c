"""The command line as a shell sees it: words, statuses, JSON, and the load sheet read back."""

import json
import os
import subprocess
import sys
from contextlib import redirect_stderr, redirect_stdout
from io import StringIO
from pathlib import Path

import pdfplumber
import pytest
from msgspec.structs import replace
from PyQt6.QtWidgets import QApplication

from frelt.app.storage import save
from frelt.cli import main
from frelt.core.base.figure import plate
from frelt.core.base.units import US
from frelt.core.judge.words import sentence
from frelt.core.kind.make import made
from frelt.core.model.document import Document
from frelt.core.model.item import Placement
from frelt.core.model.rig import Forklift, Rig
from frelt.core.model.rules import RuleSet
from frelt.core.model.state import State
from frelt.core.report.report import report
from frelt.core.solve import Solved, solve
from tests.conftest import block, demo, rig, tank

ROOT = Path(__file__).parents[1]
pytestmark = pytest.mark.usefixtures("qapp")  # one application for all that is written here


def frelt(*arguments: str) -> "subprocess.CompletedProcess[str]":
    """The command in this process, which takes a tenth of the time; what a process of its own says is seen by `shelled`."""
    out, err = StringIO(), StringIO()
    with redirect_stdout(out), redirect_stderr(err), pytest.raises(SystemExit) as ended:
        main(arguments)
    return subprocess.CompletedProcess(arguments, int(ended.value.code or 0), out.getvalue(), err.getvalue())


def shelled(*arguments: str) -> "subprocess.CompletedProcess[str]":
    env = {**os.environ, "PYTHONPATH": str(ROOT)}
    env.pop("DISPLAY", None)
    return subprocess.run([sys.executable, "-m", "frelt", *arguments], capture_output=True, text=True, check=False, env=env)


@pytest.fixture
def files(tmp_path: Path) -> dict[str, str]:
    """One file of each status."""
    roomy = rig(block("machine", 300.0, 2.0), rules=RuleSet(tongue_ball=(0.05, 0.4), side_difference=0.2))
    tight = rig(block("machine", 300.0, 2.0), rules=RuleSet(tongue_ball=(0.15, 0.4), side_difference=0.2))
    made = {"ok": Document(rigs=(roomy,)), "tight": Document(rigs=(tight,)), "over": demo("barn-wash")}
    for name, document in made.items():
        save(tmp_path / f"{name}.frelt.json", document)
    (tmp_path / "bad.frelt.json").write_text('{"format": "frelt", "version": 1, "rigs": [{"id": "a"}]}')
    return {n: str(tmp_path / f"{n}.frelt.json") for n in (*made, "bad", "missing")}


@pytest.mark.parametrize(
    ("names", "more", "status"),
    [
        (["ok"], [], 0),
        (["over"], [], 1),
        (["tight"], [], 2),
        (["tight"], ["--lenient"], 0),
        (["over", "tight"], ["--lenient"], 1),
        (["bad"], [], 64),
        (["missing"], [], 64),
        (["ok", "bad"], [], 64),
        (["ok"], ["--rig", "none"], 64),
        (["ok"], ["--units", "stones"], 64),
    ],
)
def test_the_exit_status_tells_what_was_found(files: dict[str, str], names: list[str], more: list[str], status: int) -> None:
    run = shelled if names in (["over"], ["bad"]) else frelt
    done = run("check", *(files[n] for n in names), *more)
    assert done.returncode == status, done.stdout + done.stderr
    assert "Traceback" not in done.stderr
    if status == 64:
        assert done.stderr.startswith(("frelt: ", "usage: "))


def test_bad_input_is_one_line_with_path_and_reason(files: dict[str, str]) -> None:
    done = frelt("check", files["bad"])
    assert done.stderr == f"frelt: {files['bad']}: $.rigs[0].name: nothing; expected this key, which is required\n"


def test_check_prints_every_check_with_its_worst_state_and_fills(files: dict[str, str]) -> None:
    lines = frelt("check", files["over"]).stdout.splitlines()
    assert lines[0].endswith("Poultry barn wash, 16 ft: over, by 14 of 14 limits")
    assert "between jobs with SH drawn down and water full (custom, not a plate)" in lines[1]
    assert lines[-1].strip().startswith("A planning aid")
    assert any(" kg" in line for line in frelt("check", files["over"], "--units", "metric").stdout.splitlines())


def test_the_json_is_stable_and_in_kilograms_and_meters(files: dict[str, str]) -> None:
    (one, two) = json.loads(frelt("check", "--json", files["over"], files["ok"]).stdout)
    assert (one["file"], two["file"]) == (files["over"], files["ok"])
    (report,) = one["rigs"]
    assert set(report) == {"rig", "name", "status", "limits_known", "limits", "checks", "carriers", "forklift", "report"} | {
        "nobody_counted",
        "weigh_first",
    }
    states = report["carriers"]["trailer"]
    solved = [s for s in states if s["solved"]]
    assert len(solved) == len(states) == 5
    for state in solved:
        front = "jack" if state["id"] == "on-jack" else "coupler"
        assert set(state["supports"]) == {front, "axle-1/left", "axle-1/right", "axle-2/left", "axle-2/right"}
        assert (state["tongue_share"] is None) == (front == "jack")
        for span in [*state["supports"].values(), *state["centre"].values(), state["mass"]]:
            assert span["min"] <= span["max"] and set(span["min_fills"]) == set(span["max_fills"])
    # by hand: the greatest of all supports together can be no less than the greatest mass
    widest = solved[1]
    assert sum(s["max"] for s in widest["supports"].values()) >= widest["mass"]["max"]
    share = next(c for c in report["checks"] if c["id"] == "tongue-share")
    assert share["load"] == pytest.approx(min(s["tongue_share"]["min"] for s in solved if s["tongue_share"]))


def test_the_load_sheet_can_be_read_back(files: dict[str, str], tmp_path: Path) -> None:
    """Source: pdfplumber reads the text layer; real text, embedded fonts, the day on a page of its own."""
    out = tmp_path / "sheet.pdf"
    assert frelt("sheet", files["over"], "-o", str(out)).returncode == 0
    with pdfplumber.open(out) as pdf:
        page, *_, day = pdf.pages
        whole = "\n".join(p.extract_text() for p in pdf.pages)
        assert all(w in day.extract_text() for w in ("THE DAY", "Drive home", "Used:"))
        text = page.extract_text()
        fonts = {c["fontname"] for c in page.chars}
    assert all("+" in f or "Barlow" in f for f in fonts)
    for words in ("Poultry barn wash, 16 ft", "TH-0034", "Tongue share OVER 9.0 % 10.0 %", "2,871 lb", "3,500 lb", "SCALE TICKET", "A planning aid"):  # fmt: skip
        assert words in text, words
    assert "estimate" in whole and "weighed" in whole and "flocks" in whole
    assert frelt("sheet", files["bad"], "-o", str(out)).returncode == 64
    assert frelt("sheet", files["ok"], "-o", str(tmp_path / "no" / "x.pdf")).returncode == 64
    assert frelt("sheet", files["ok"]).returncode == 64


def test_without_a_screen_the_window_says_how_to_get_a_picture() -> None:
    env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    done = subprocess.run(
        [sys.executable, "-m", "frelt"], capture_output=True, text=True, check=False, env={**env, "PYTHONPATH": str(ROOT)}
    )
    assert done.returncode == 64
    assert done.stderr == "frelt: no screen here; for pictures type ./run shots, for numbers frelt check FILE\n"


def test_a_rig_of_many_states_and_a_hostile_name_make_a_sheet(tmp_path: Path) -> None:
    one = demo("hull-rinse").rigs[0]
    wild = replace(one, name="<b>Rig</b> & “co” " + "very long name " * 12, states=one.states * 1)
    save(tmp_path / "wild.frelt.json", Document(rigs=(wild,)))
    out = tmp_path / "wild.pdf"
    assert frelt("sheet", str(tmp_path / "wild.frelt.json"), "-o", str(out), "--units", "metric").returncode == 0
    with pdfplumber.open(out) as pdf:
        page = pdf.pages[0]
        assert "<b>Rig</b>" in page.extract_text()
        assert max(c["bottom"] for c in page.chars) <= page.height - 15
        assert max(c["x1"] for c in page.chars) <= page.width - 20


def test_a_full_sheet_goes_on_over_its_pages_and_drops_nothing(tmp_path: Path) -> None:
    """A crowded rig: forty items, twelve tanks, a dozen states, many of them over; nothing runs off, over the foot, or is left out."""
    one = demo("barn-wash").rigs[0]
    more = tuple(replace(i, id=f"{i.id}-{n}", name=f"{i.name} {n}") for n in range(2) for i in one.items)
    states = tuple(replace(s, id=f"{s.id}-{n}", name=f"{s.name} {n}") for n in range(2) for s in one.states)
    crowded = replace(one, items=(*one.items, *more), states=states)
    save(tmp_path / "crowded.frelt.json", Document(rigs=(crowded,)))
    out = tmp_path / "crowded.pdf"
    assert frelt("sheet", str(tmp_path / "crowded.frelt.json"), "-o", str(out)).returncode == 0
    with pdfplumber.open(out) as pdf:
        page = pdf.pages[0]
        text = "\n".join(p.extract_text() for p in pdf.pages)
        words = page.extract_words()
        ticket = next(w for w in words if w["text"] == "TICKET")
        assert max(c["bottom"] for c in page.chars) <= page.height - 15
        assert len(pdf.pages) >= 3
    assert all(w in text for w in ("SCALE TICKET", "Chock the wheels", "page 2", *(s.name for s in states)))
    assert "more checks" not in text and "more states" not in text
    above = [w for w in words if w["bottom"] < ticket["top"] - 1]
    assert max(w["bottom"] for w in above) <= ticket["top"]


def test_one_file_that_goes_wrong_unexpectedly_leaves_the_others_and_has_a_status_of_its_own(
    files: dict[str, str], monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    from frelt.commands import check

    good = next(iter(files.values()))
    whole = check.solve

    def breaks(rig: Rig) -> Solved:
        raise ZeroDivisionError("float division by zero")

    monkeypatch.setattr(check, "solve", breaks)
    broken = check.judge_file(good, None, US)
    monkeypatch.setattr(check, "solve", whole)
    fine = check.judge_file(good, None, US)
    assert broken.crashed and "ZeroDivisionError" in broken.error and "Frelt's fault" in broken.error
    assert fine.reports and check.exit_status([fine, broken], lenient=False) == 70


def test_lifted_states_tell_both_forks_and_the_plate_they_are_held_against(tmp_path: Path) -> None:
    skid = replace(made("skid", "s", "Skid"), place=Placement(deck="floor", u=2.0, v=0.0))
    water = replace(tank("w", 300.0, 0.0), place=Placement(deck=skid.decks[0].id, u=-0.3, v=0.2))
    up = State(id="up", name="Lifted", condition="lifted", road=False)
    one = solve(rig(skid, water, states=(up,), forklift=Forklift(rated=plate(1500.0), centre=0.5)))
    told = report(one, {c.id: sentence(c, US) for c in one.checks}, US)
    (state,) = told.carriers["t"]
    assert state.solved and not state.why and set(state.supports) == {"s/left", "s/right"} and state.mass is not None
    left, right = state.supports["s/left"], state.supports["s/right"]
    mass = skid.mass.value + 20 + 0.3 * 998.2
    assert state.mass.max == pytest.approx(mass, rel=1e-3) and right.max > left.max
    assert right.max_fills == {"w/tank": 1.0} and told.forklift is not None and told.forklift.rated == 1500.0
    assert told.limits >= 2 and told.limits_known == told.limits


def test_devices_pipes_and_huge_files_are_refused_at_once(tmp_path: Path) -> None:
    pipe, huge = tmp_path / "pipe.frelt.json", tmp_path / "huge.frelt.json"
    os.mkfifo(pipe)
    with huge.open("wb") as file:
        file.truncate(5_000_000_000)
    for path, says in ((pipe, "a pipe"), (Path("/dev/zero"), "a device"), (tmp_path, "a folder"), (huge, "5,000 MB")):
        done = frelt("check", str(path))
        assert done.returncode == 64 and f"{path}: {says}; expected a *.frelt.json file" in done.stderr


def test_control_signs_in_names_never_reach_the_terminal(tmp_path: Path) -> None:
    evil = "\x1b[2J\x1b]0;owned\x07\u202egnp\r\nrow two"
    path = tmp_path / "evil.frelt.json"
    save(
        path,
        Document(
            rigs=(replace(rig(block("a", 9000.0, 1.0)), name=evil, items=(replace(block("a", 9000.0, 1.0), name=evil),)),)
        ),
    )
    for word in ("check", "hold", "lines"):
        done = frelt(word, str(path))
        told = done.stdout + done.stderr
        assert "\\x1b[2J" in told and not set(told) & {"\x1b", "\x07", "\r", "\u202e"}, word
    assert json.loads(frelt("check", "--json", str(path)).stdout)[0]["rigs"][0]["name"] == evil


def test_a_sheet_is_written_whole_or_not_at_all(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, qapp: QApplication) -> None:
    from frelt import cli
    from frelt.app import outputs
    from frelt.paint import sheet

    path, out = tmp_path / "rig.frelt.json", tmp_path / "sheet.pdf"
    save(path, demo("shelter-round"))
    out.write_bytes(b"%PDF the one before")

    def broken(*_: object) -> bytes:
        raise RuntimeError("odd")

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    for name, where, fails, status in (("sheet_pdf", sheet, broken, 70), ("write_atomically", outputs, full, 64)):
        with monkeypatch.context() as broke, pytest.raises(SystemExit) as ended:
            broke.setattr(where, name, fails)
            cli.main(["sheet", str(path), "-o", str(out)])
        assert ended.value.code == status and out.read_bytes() == b"%PDF the one before"
    with pytest.raises(SystemExit) as ended:
        cli.main(["sheet", str(path), "-o", str(out)])
    assert ended.value.code == 0 and out.read_bytes().startswith(b"%PDF")


def test_rigs_that_cannot_be_solved_have_a_sheet_that_says_so(tmp_path: Path) -> None:
    whole = demo("barn-wash")
    one = whole.rigs[0]
    assert one.trailer is not None
    for name, change in (
        ("no weights", {"trailer": replace(one.trailer, empty=None)}),
        ("no states", {"states": (), "links": (), "day": one.day, "bars": None}),
    ):
        path = tmp_path / f"{name}.frelt.json"
        save(path, replace(whole, rigs=(replace(one, **change),)))
        assert frelt("sheet", str(path), "-o", str(tmp_path / "out.pdf")).returncode == 0
        assert frelt("check", str(path)).returncode in (1, 2)


def test_a_placard_with_unread_plates_is_a_marked_draft_that_names_them(tmp_path: Path) -> None:
    whole = demo("hull-rinse")
    one = whole.rigs[0]
    assert one.trailer is not None
    blank = replace(one, trailer=replace(one.trailer, ratings=replace(one.trailer.ratings, gross=None)))
    path, out = tmp_path / "draft.frelt.json", tmp_path / "draft.pdf"
    save(path, replace(whole, rigs=(blank,)))
    done = frelt("placard", str(path), "-o", str(out))
    assert done.returncode == 2 and "a draft: 1 plate is unread: laden trailer (GVWR on the certification label" in done.stderr
    with pdfplumber.open(out) as pdf:
        words = pdf.pages[0].extract_text()
    assert (
        "DRAFT, NOT FOR THE ROAD" in words
        and "1 plate is unread" in words
        and "ROAD FILL" not in words
        and "\nfull " not in words
    )
    save(path, whole)
    assert frelt("placard", str(path), "-o", str(out)).returncode == 0


def test_how_a_rig_is_held_is_printed_and_given_as_json_with_a_status() -> None:
    demo_file, packed_file = (
        str(ROOT / "frelt/data/demo/solar-rinse.frelt.json"),
        str(ROOT / "tests/fixtures/packed/shelter-van.frelt.json"),
    )
    ran = frelt("hold", demo_file)
    assert ran.returncode == 0 and "strapped" in ran.stdout
    ran = frelt("hold", packed_file, "--json")
    (found,) = json.loads(ran.stdout)
    tank = next(t for t in found["things"] if t["name"] == "Water tank")
    assert ran.returncode == 2 and tank["how"] == "strapped" and tank["status"] == "unknown" and tank["needs"] > 50
    assert len(tank["ways"]) == 10 and any(f["doubt"] for f in found["findings"])
    ran = frelt("hold", "nowhere.frelt.json")
    assert ran.returncode == 64 and "nowhere" in ran.stderr


def test_no_output_takes_the_place_of_a_rig_a_link_a_device_or_another_kind_of_file(tmp_path: Path) -> None:
    rig_file, link, pipe = tmp_path / "mine.frelt.json", tmp_path / "link.pdf", tmp_path / "pipe.pdf"
    renamed, notes, sheet = tmp_path / "renamed.pdf", tmp_path / "notes.txt", tmp_path / "sheet.pdf"
    save(rig_file, demo("hull-rinse"))
    renamed.write_bytes(rig_file.read_bytes())
    link.symlink_to(notes)
    os.mkfifo(pipe)
    notes.write_text("two gaskets\n")
    before = {f: f.read_bytes() for f in (rig_file, renamed, notes)}
    free = tmp_path / "new.frelt.json"
    for out, words in (
        (rig_file, "a rig"), (renamed, "a rig"), (link, "a link"), (pipe, "no plain file"), (Path("/dev/null"), "no plain file"),
        (tmp_path, "no plain file"), (free, "the name of a rig"), (notes, "--force"),
    ):  # fmt: skip
        for more in ((), ("--force",)) if out != notes else ((),):
            done = frelt("sheet", str(rig_file), "-o", str(out), *more)
            assert done.returncode == 64 and words in done.stderr, (out, done.stderr)
    assert {f: f.read_bytes() for f in before} == before and link.is_symlink() and not free.exists()
    for _ in range(2):  # a paper takes the place of the paper before
        assert frelt("sheet", str(rig_file), "-o", str(sheet)).returncode == 0
        assert frelt("things", str(rig_file), "-o", str(tmp_path / "things.csv")).returncode == 0
    assert frelt("placard", str(rig_file), "-o", str(notes), "--force").returncode == 0 and notes.read_bytes()[:4] == b"%PDF"


@pytest.mark.parametrize("words", [("--load", "nan"), ("--load", "inf"), ("--seconds", "nan"), ("--load", "heavy")])
def test_a_figure_that_cannot_be_meant_is_told_to_the_simulated_scale(words: tuple[str, str]) -> None:
    done = frelt("scale", "--demo", *words)
    assert done.returncode == 64 and "no figure that can be meant" in done.stderr
