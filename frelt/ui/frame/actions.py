"""The one list of actions: menus, keys and the window of shortcuts are all read from it.

run: a method of the window, or of what it holds, by its dotted name. Keys that belong to a widget alone (arrows on the bench or
on the tubes) are listed too, without a method, so that the window of shortcuts tells all.
"""

from msgspec import Struct


class Action(Struct, frozen=True):
    """An action. keys: as Qt writes them, several separated by a bar; empty for none.  value: what the method is given, if anything."""

    id: str
    text: str
    menu: str
    keys: str = ""
    run: str = ""
    value: float | None = None


ACTIONS: tuple[Action, ...] = (
    Action("new", "New rig in a file of its own", "Rig", "Ctrl+N", "files.new_document"),
    Action("open", "Open …", "Rig", "Ctrl+O", "files.open_file"),
    Action("recent", "Open recent", "Rig", "", "files.recent_menu"),
    Action("demo", "Look at the demo shop", "Rig", "", "files.demo_menu"),
    Action("recover", "Bring back unsaved work", "Rig", "", "files.recover_menu"),
    Action("save", "Save", "Rig", "Ctrl+S", "files.save"),
    Action("save-as", "Save as …", "Rig", "Ctrl+Shift+S", "files.save_as"),
    Action("sheet", "Load sheet as PDF …", "Rig", "Ctrl+P", "papers.write_sheet"),
    Action("things", "List of things as XLSX or CSV …", "Rig", "", "papers.write_things"),
    Action("drawing", "Drawing as SVG or DXF …", "Rig", "", "papers.write_drawing"),
    Action("quit", "Quit", "Rig", "Ctrl+Q", "close"),
    Action("undo", "Undo", "Edit", "Ctrl+Z", "desk.undo"),
    Action("redo", "Redo", "Edit", "Ctrl+Shift+Z|Ctrl+Y", "desk.redo"),
    Action("add", "Add from the catalog", "Edit", "Ctrl+I|Insert", "looking.to_catalog"),
    Action("add-more", "Put it and go on choosing", "In the catalog", "Ctrl+Return"),
    Action("find", "Find what is aboard", "Edit", "Ctrl+F", "looking.to_aboard"),
    Action("turn", "Turn by a quarter", "Edit", "R", "work.turn"),
    Action("turn-back", "Turn back by a quarter", "Edit", "Shift+R", "work.turn", 3),
    Action("duplicate", "Duplicate", "Edit", "Ctrl+D", "work.duplicate"),
    Action("row", "Repeat in a row …", "Edit", "Ctrl+R", "looking.repeat"),
    Action("mirror", "Mirror to the other side", "Edit", "M", "work.mirror"),
    Action("station", "Same on the other side, too", "Edit", "Shift+M", "work.mirror_station"),
    Action("exchange", "Exchange the places of two", "Edit", "X", "work.exchange"),
    Action("group", "One group, or apart", "Edit", "G", "work.group"),
    Action("everything", "Everything in hand", "Edit", "Ctrl+A", "work.take_all"),
    Action("delete", "Remove from the rig", "Edit", "Delete|Backspace", "work.remove"),
    Action("lock", "Lock or unlock in place", "Edit", "L", "work.lock"),
    Action("fix-1", "Apply the first fix", "Edit", "Ctrl+1", "desk.cures.apply_number", 0),
    Action("fix-2", "Apply the second fix", "Edit", "Ctrl+2", "desk.cures.apply_number", 1),
    Action("fix-3", "Apply the third fix", "Edit", "Ctrl+3", "desk.cures.apply_number", 2),
    Action("accept", "Accept what is spoken of, because …", "Edit", "B", "panels.accept"),
    Action("table", "Every check", "Look", "F2", "panels.table"),
    Action("carriers", "Which carrier can take the list", "Look", "F4", "panels.carriers"),
    Action("kit", "Kit on shelves and in boxes", "Look", "Shift+F4", "panels.kit"),
    Action("beside", "Beside its what-if", "Look", "F3", "panels.beside"),
    Action("anywhere", "Every tank anywhere, beside", "Look", "", "panels.anywhere"),
    Action("pair", "Whole pair, or one of it", "Look", "W", "looking.whole_pair"),
    Action("carrier", "The other one of a pair", "Look", "C", "looking.other_carrier"),
    Action("zoom-in", "Closer", "Look", "Ctrl++|Ctrl+=", "bench.zoom_by", 1.25),
    Action("zoom-out", "Farther", "Look", "Ctrl+-", "bench.zoom_by", 0.8),
    Action("zoom-all", "Whole rig", "Look", "Ctrl+0", "bench.zoom_by", 1e-09),
    Action("close", "Close-up of the deck in hand, or the whole rig", "Look", "Z", "looking.closely"),
    Action("walk", "Where a person can walk", "Look", "K", "looking.walk"),
    Action("lines", "Lines over the plan, in every step", "Look", "P", "looking.lines"),
    Action("later", "Count what comes later", "Look", "Shift+L", "looking.count_later"),
    Action("side", "Other side in front", "Look", "V", "looking.other_side"),
    Action("state-next", "Next state", "Look", "Ctrl+Right", "looking.state_by", 1),
    Action("state-before", "State before", "Look", "Ctrl+Left", "looking.state_by", -1),
    Action("state-worst", "Worst of all", "Look", "Ctrl+Down", "looking.worst_state"),
    Action("step-next", "Next step of the path", "Look", "Ctrl+PgDown", "looking.step_by", 1),
    Action("step-before", "Step before", "Look", "Ctrl+PgUp", "looking.step_by", -1),
    Action("bench", "To the bench and back to the column", "Look", "F6", "looking.to_bench"),
    Action("dark", "Light or dark", "Units and look", "Ctrl+L", "units.other_theme"),
    Action("units", "All US or all metric", "Units and look", "Ctrl+U", "units.other_system"),
    Action("unit-length", "Lengths in", "Units and look", "", "units.length_menu"),
    Action("unit-mass", "Weights in", "Units and look", "", "units.mass_menu"),
    Action("unit-volume", "Volumes in", "Units and look", "", "units.volume_menu"),
    Action("unit-pressure", "Pressures in", "Units and look", "", "units.pressure_menu"),
    Action("unit-sides", "Sides are called", "Units and look", "", "units.sides_menu"),
    Action("shortcuts", "Keys", "Help", "F1", "panels.keys"),
    Action("marks", "Marks and words", "Help", "Shift+F1", "panels.marks"),
    Action("about", "About Frelt", "Help", "", "panels.about"),
    Action("next", "Take the next item in hand, or the one before", "On the bench", "Tab, Shift+Tab"),
    Action("more", "Take one more in hand, or drag a frame around several", "On the bench", "Shift while clicking"),
    Action("nudge", "Nudge the item in hand by 1/8 in or 1 mm; with Shift by ten", "On the bench", "Arrow keys"),
    Action("free", "Drag without snapping", "On the bench", "Alt while dragging"),
    Action("zoom", "Zoom; drag beside an item, or with the middle button, to pan", "On the bench", "Wheel"),
    Action("level", "A level higher or lower in the plan, where things are stacked", "On the bench", "PgUp, PgDown"),
    Action("drop", "Put the item down; give up a drag", "On the bench", "Esc"),
    Action("heading", "To the next heading of the column, or the one before", "In the column", "PgDown, PgUp"),
    Action("tube-fill", "Change the fill shown; left and right choose the tank", "On the sight tubes", "Up, Down"),
    Action("tube-type", "Type the fill and its range", "On the sight tubes", "Return"),
    Action("tube-top", "Change the top of the range", "On the sight tubes", "Shift+Up, Shift+Down"),
    Action("tube-bottom", "Change the bottom of the range", "On the sight tubes", "Ctrl+Up, Ctrl+Down"),
    Action("plan-next", "Take the next thing, valve or gun in hand", "In the line plan", "Arrow keys"),
    Action("plan-turn", "Turn the handle in hand, start or stop a machine", "In the line plan", "Space"),
    Action("plan-more", "Turn it a little, as the wheel over it does", "In the line plan", "+, -"),
    Action("plan-port", "To the next open port, and what belongs there", "In the line plan", "Tab, Shift+Tab"),
    Action("day-look", "Look five minutes earlier or later", "On the day", "Left, Right"),
    Action("day-act", "Take another act in hand", "On the day", "Up, Down"),
)
