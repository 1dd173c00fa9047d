"""Text in the cells of a spreadsheet, where none may start with what would be run as a formula.

An apostrophe, which spreadsheets do not show, is put before such text, and taken off again when it is read.
"""

_RUNS = ("=", "+", "-", "@", "\t", "\r", "\n", "＝", "＋", "－", "＠")
_MARK = "'"


def cell(text: str) -> str:
    """A text as a cell that no spreadsheet runs."""
    return f"{_MARK}{text}" if text.startswith((*_RUNS, _MARK)) else text


def text_of(cell_text: str) -> str:
    """The text that stands in such a cell."""
    guarded = cell_text.startswith(_MARK) and cell_text[1:].startswith((*_RUNS, _MARK))
    return cell_text[1:] if guarded else cell_text
