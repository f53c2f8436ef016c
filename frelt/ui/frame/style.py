"""The style sheet of the ordinary widgets, from the theme's palette."""

from pathlib import Path

from ... import data
from ...paint.fonts import CONDENSED, PLAIN
from ...paint.theme import Theme


def style_sheet(theme: Theme) -> str:
    """Qt style sheet for a theme."""
    c = theme.palette
    icons = Path(data.__file__).parent / "icons"
    arrow, tick = ((icons / f"{name}-{theme.name}.svg").as_posix() for name in ("down", "tick"))
    return f"""
* {{ font-family: "{PLAIN}"; font-size: 14px; color: {c.ink}; }}
QMainWindow, #bench-frame {{ background: {c.sheet}; }}
#right, #right QWidget#page {{ background: {c.bench}; }}
#right QScrollArea, #right QScrollArea > QWidget > QWidget {{ background: {c.bench}; border: none; }}
#verdict {{ background: {c.bench}; border-bottom: 1px solid {c.hairline}; }}
#strip {{ background: {c.bench_deep}; border-top: 1px solid {c.hairline}; }}
#path {{ background: {c.bench_deep}; border-right: 1px solid {c.hairline}; }}
QLabel {{ background: transparent; }}
QLabel#heading {{ font-family: "{CONDENSED}"; font-size: 13px; font-weight: 600; color: {c.soft}; }}
QLabel#title {{ font-size: 20px; font-weight: 600; }}
QLabel#prose {{ color: {c.soft}; }}
QLabel[wrong="true"] {{ color: {c.over}; }}
QLabel#error {{ color: {c.over}; font-size: 13px; }}
QLabel#open {{ color: {c.soft}; font-size: 13px; }}
QLabel#open[grave="true"] {{ color: {c.over}; }}
QLabel#bubble {{ color: {c.over}; background: {c.field}; border: 1px solid {c.over}; border-radius: 4px; padding: 4px 8px; font-size: 13px; }}
QLabel#again {{ color: {c.tight}; font-weight: 500; }}
QWidget#notice {{ background: {c.tight_fill}; border-bottom: 1px solid {c.hairline}; }}
QLabel#notice-words {{ color: {c.ink}; }}
QFrame#message {{ background: {c.hand_fill}; border: 1px solid {c.hand}; border-radius: 4px; }}
QFrame#message[refused="true"] {{ background: {c.field}; border: 2px solid {c.over}; }}
QLabel#message-kind {{ color: {c.over}; font-weight: 600; }}
QLabel#sentence {{ font-size: 20px; font-weight: 600; }}
QLabel#quiet {{ color: {c.soft}; font-size: 13px; }}
QLabel#rigname {{ font-size: 16px; font-weight: 600; }}
QLineEdit, QComboBox, QPlainTextEdit, QListWidget, QTableWidget {{
  background: {c.field}; border: 1px solid {c.hairline}; border-radius: 4px; padding: 1px 6px;
  selection-background-color: {c.hand}; selection-color: {c.sheet}; }}
QLineEdit {{ min-height: 18px; }}
QLineEdit:focus, QComboBox:focus, QListWidget:focus {{ border: 2px solid {c.hand}; padding: 0 5px; }}
QLineEdit[refused="true"] {{ border: 2px solid {c.over}; padding: 0 5px; }}
QListWidget::item {{ padding: 4px 2px; }}
QListWidget::item:selected {{ background: {c.hand_fill}; color: {c.ink}; }}
QComboBox {{ min-height: 18px; combobox-popup: 0; }}
QComboBox QFrame {{ background: {c.field}; border: 1px solid {c.soft}; }}
QComboBox::drop-down {{ border: none; width: 22px; }}
QComboBox::down-arrow {{ image: url("{arrow}"); width: 12px; height: 12px; }}
QComboBox QAbstractItemView {{ background: {c.field}; color: {c.ink}; selection-background-color: {c.hand_fill}; selection-color: {c.ink}; }}
QPushButton {{ background: {c.sheet}; border: 1px solid {c.soft}; border-radius: 4px; padding: 4px 12px; font-weight: 500; }}
QPushButton:hover {{ background: {c.field}; }}
QPushButton:disabled {{ color: {c.soft}; background: transparent; border-color: {c.hairline}; }}
QPushButton:focus {{ border: 2px solid {c.hand}; padding: 3px 11px; }}
QPushButton#fix {{ background: transparent; border: none; color: {c.hand}; font-weight: 600; padding: 1px 4px; text-align: left; }}
QPushButton#fix:hover, QPushButton#fix:focus {{ background: {c.hand_fill}; border-radius: 3px; }}
QPushButton#link {{ background: transparent; border: none; color: {c.hand}; padding: 1px 0; text-align: left; }}
QPushButton#link:focus {{ background: {c.hand_fill}; }}
QPushButton#finding {{ background: transparent; border: none; padding: 0; text-align: left; }}
QPushButton#finding:hover, QPushButton#finding:focus {{ background: {c.hand_fill}; }}
QPushButton#offer {{ padding: 0; text-align: left; font-weight: 400; }}
QPushButton#tab {{ background: transparent; border: none; border-bottom: 2px solid transparent; padding: 2px 6px; font-weight: 600; color: {c.soft}; }}
QPushButton#tab:checked {{ color: {c.ink}; border-bottom: 2px solid {c.ink}; }}
QPushButton#tab:focus {{ background: {c.hand_fill}; }}
QCheckBox {{ spacing: 8px; }}
QCheckBox:focus {{ color: {c.hand}; }}
QCheckBox::indicator, QListView::indicator {{ width: 12px; height: 12px; border: 1px solid {c.soft}; border-radius: 3px; background: {c.field}; }}
QCheckBox::indicator:checked, QListView::indicator:checked {{ image: url("{tick}"); }}
QMenu {{ background: {c.field}; border: 1px solid {c.soft}; padding: 4px; }}
QMenu::item {{ padding: 5px 28px 5px 12px; }}
QMenu::item:selected {{ background: {c.hand_fill}; color: {c.ink}; }}
QMenu::item:disabled {{ color: {c.soft}; }}
QMenuBar {{ background: {c.bench_deep}; border-bottom: 1px solid {c.hairline}; padding: 0 8px; }}
QMenuBar::item {{ padding: 3px 10px; background: transparent; }}
QMenuBar::item:selected {{ background: {c.hand_fill}; }}
QToolTip {{ background: {c.field}; color: {c.ink}; border: 1px solid {c.soft}; padding: 4px; }}
QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
QScrollBar::handle:vertical {{ background: {c.hairline}; border-radius: 4px; min-height: 28px; }}
QScrollBar::add-line, QScrollBar::sub-line {{ height: 0; width: 0; }}
QHeaderView::section {{ background: {c.bench}; border: none; border-bottom: 1px solid {c.hairline}; padding: 6px; font-weight: 600; }}
QTableWidget {{ gridline-color: {c.hairline}; }}
QTableWidget::item {{ padding: 5px 4px; }}
QTableWidget::item:focus {{ background: transparent; border: none; color: {c.ink}; }}
QTableWidget::item:selected {{ background: {c.hand_fill}; color: {c.ink}; }}
QDialog, QDialog QScrollArea, QWidget#marks {{ background: {c.bench}; border: none; }}
"""
