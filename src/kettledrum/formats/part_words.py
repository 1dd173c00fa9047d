"""The words by which tables of parts title their columns and name their kinds, in a few languages."""

import re
from typing import NamedTuple


class Heading(NamedTuple):
    """The key that a column holds, and how many of the key's units one of the column's is."""

    key: str
    factor: float = 1.0


_KEYS = {
    "kind": "kind type art typ sorte genre tipo soort category kategorie catégorie",
    "name": "name bezeichnung nom nombre nome naam part teil artikel",
    "gears.ratios": "ratios ratio übersetzungen übersetzung rapports relaciones rapporti overbrengingen",
    "teeth": "teeth zähne zaehne dents dientes denti tanden",
    "price": "price preis prix precio prezzo prijs cost",
    "mass_kg": "mass weight gewicht masse poids peso",
    "notes": "notes note notizen bemerkung bemerkungen remarks remarques notas opmerkingen",
    "lubricant": "lubricant lubrication schmierung schmiermittel lubrifiant lubricante smering",
    "warranty_years": "warranty garantie garantía garanzia",
    "efficiency.typical": "efficiency wirkungsgrad rendement rendimiento rendimento",
    "crank_mm": "cranks kurbellänge",
    "limits.input_torque_max_nm": "torque drehmoment couple",
}
_TITLES = {word: key for key, words in _KEYS.items() for word in words.split()}
_UNITS: dict[str, dict[str, float]] = {
    "mass_kg": {"kg": 1.0, "g": 0.001, "gr": 0.001, "lb": 0.45359237, "lbs": 0.45359237, "oz": 0.0283495},
    "efficiency.typical": {"%": 0.01},
    "warranty_years": dict.fromkeys(("years", "year", "jahre", "ans", "años", "anni", "jaar"), 1.0),
    "crank_mm": {"mm": 1.0},
    "limits.input_torque_max_nm": {"nm": 1.0, "max": 1.0, "input": 1.0},
    "gears.ratios": {"gear": 1.0},
}
_MONEY = {"eur", "usd", "gbp", "chf", "€", "$", "£", "in"}
_KINDS = {
    "hub": "nabe getriebenabe nabenschaltung moyeu buje mozzo naaf hubs",
    "gearbox": "getriebe tretlagergetriebe boîte boite cambio",
    "cassette": "kassette cassettes casete ritzelpaket",
    "crankset": "kurbel kurbelgarnitur kurbelsatz pédalier pedalier bielas guarnitura crankstel chainset",
    "wheel": "laufrad rad roue rueda ruota wiel wheels",
    "motor": "moteur motore antrieb motors",
}
_KIND_OF = {word: kind for kind, words in _KINDS.items() for word in words.split()}
_MONTHS = "jan|feb|mär|mar|apr|mai|may|jun|jul|aug|sep|okt|oct|nov|dez|dec|janv|févr|avr|juin|juil|août|déc"
_DATE = re.compile(
    rf"(?i)\d{{1,2}}[-. ]+(?:{_MONTHS})[a-zé]*\.?(?:[-. ]+\d{{2,4}})?"
    rf"|(?:{_MONTHS})[a-zé]*[-. ]+\d{{1,4}}"
    r"|\d{1,2}\.\d{1,2}\.\d{2,4}|\d{1,2}/\d{1,2}/\d{4}|\d{4}-\d{2}-\d{2}.*"
)
DATE_WORDS = (
    "is a date: a spreadsheet made it of teeth such as 11-12, which it shows as 11-Dec; "
    "format the column as text before typing, or part the teeth by blanks"
)


def heading(title: str) -> Heading | None:
    """What a title means, by its words and the unit among them; None where one of them is not known."""
    words = re.findall(r"[^\W\d_]+|[%€$£]", title.lower())
    keys = [_TITLES[word] for word in words if word in _TITLES]
    if len(keys) != 1:
        return None
    [key] = keys
    factor = 1.0
    for word in words:
        units = _UNITS.get(key, {})
        if word in units:
            factor = units[word]
        elif word not in _TITLES and not (key == "price" and word in _MONEY):
            return None
    return Heading(key, factor)


def kind_named(text: str) -> str:
    """A kind of part by any of its names; what is none is left as it stands, to be refused."""
    plain = text.strip().lower()
    return _KIND_OF.get(plain, plain)


def is_date(text: str) -> bool:
    """Whether a cell is a date, as spreadsheets make of what looks like one."""
    return _DATE.fullmatch(text.strip()) is not None
