"""How advertisements write a bicycle: what is read of it in one line, and words that say nothing more."""

import re

WHEEL = re.compile(
    r"""(?<![\d.,])(?:
      \d{2,3}\s?-\s?(?:[1-6]\d{2})(?!\d)                        # 47-622
      |(?:700|650|600|450)\s?[abc]?\s?x\s?\d{2}\s?[abc]?\b      # 700 x 42c
      |(?:700|650|600)\s?[abc]\b                                # 650b
      |\d{2}(?:[.,]5)?\s?x\s?\d\s\d/\d\b                        # 20 x 1 3/8
      |\d{2}(?:[.,]5)?\s?x\s?[1-5][.,]\d{1,2}\b                 # 26 x 1.75
      |\d{2}(?:[.,]5)?\s?(?:"|″|''|in\b\.?|inch(?:es)?\b|er\b)(?:\s?x\s?[1-5](?:[.,]\d{1,2})?)?
    )""",
    re.VERBOSE,
)
LABEL_BEFORE = re.compile(r"\b(?P<which>front|rear)(?: wheel)?[: ]\s?$")
LABEL_BEHIND = re.compile(r"\s?(?:in )?(?P<which>front|rear)\b(?: wheel\b)?(?P<next>\s?\d)?")
CASSETTE = re.compile(r"(?<![\d.,])(?P<low>9|1\d)\s?(?:-|to|/)\s?(?P<high>[2-6]\d)\s?t?\b(?!\s?-\s?\d)")
TEETH_LIST = re.compile(
    r"(?<![\d.,])\d{1,2}(?:(?:\s?-\s?\d{2}){3,}|(?:\s?/\s?\d{2}){3,}|(?:,\s?\d{2}){3,})\s?t?\b"
)
BARE_INCHES = re.compile(
    r"(?<![\d.,x/-])(?<!sprocket )(?<!rear )(?<!behind )(?<!cog )(?<!of )"
    r"(?P<inches>20|24|26|27[.,]5|28|29)\s*$"
)
RINGS_BY_SPEEDS = re.compile(r"(?<![\d.,])(?P<rings>[123])\s?x\s?(?P<speeds>[5-9]|1[0-4])(?:\s?-?speeds?)?\b")
SPEEDS = re.compile(r"(?<![\d.,])(?P<count>\d{1,2})\s?-?\s?(?:speeds?|gears?|sp|g)\b")
RINGS = re.compile(
    r"(?<![\d.,])(?P<rings>[1-7]\d(?:(?: x [1-7]\d){1,2}(?= (?:chain)?(?:rings|set)\b| crankset\b)"
    r"|(?:\s?[-/]\s?[1-7]\d){0,2}))\s?t?\b"
)
PAIR = re.compile(r"(?<![\d.,])(?P<front>[1-8]\d)\s?t?\s?[x:/]\s?(?P<rear>[1-6]?\d)\s?t?\b(?![.,]\d)")
DASHED_PAIR = re.compile(r"(?<![\d.,])(?P<front>[1-8]\d)\s?t?\s?-\s?(?P<rear>[1-6]?\d)\s?t?\b(?![.,]\d)")
NAMED_FRONT = re.compile(
    r"\b(?:chain ?ring|ring|front|in front|cranks(?:et)?)[: ]\s?(?:of )?(?P<teeth>[1-8]\d)\s?t?\b"
    r"(?!\s?(?:in\b|inch|\"|″|''))"
    r"|(?<![\d.,])(?P<before>[1-8]\d)\s?(?:t|teeth)?\s?(?:chain ?ring|(?:in )?front)\b"
)
NAMED_REAR = re.compile(
    r"\b(?:sprocket|rear|behind|cog|freewheel)[: ]\s?(?:of )?(?P<teeth>[1-6]?\d)\s?t?\b"
    r"|(?<![\d.,])(?P<before>[1-6]?\d)\s?(?:t|teeth)?\s?(?:sprocket|rear|cog|behind|freewheel)\b"
)
NUMBERS = ("two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
IN_WORDS = re.compile(rf"\b({'|'.join(NUMBERS)})(?=[- ]?(?:speed|gear)s?\b)")
BY_ITSELF = re.compile(r"\b(?:automatic(?:ally)?|shifts by itself|self[- ]shifting)\b")
RANGE = re.compile(r"(?<![\d.,])(?P<range>[1-9]\d{2})\s?(?:%|percent\b)")
MASS = re.compile(r"(?<![\d.,])(?P<mass>\d{1,3}(?:[.,]\d+)?)\s?(?P<unit>kg|lbs?)\b")
TORQUE = re.compile(r"(?<![\d.,])(?P<nm>\d{1,3})\s?(?:nm|newton ?met(?:er|re)s?)\b")
WATT = re.compile(r"(?<![\d.,])(?P<w>\d{2,4})\s?w(?:att)?s?\b")
ENERGY = re.compile(
    r"(?<![\d.,])(?:(?P<count>[2-4])\s?x\s?)?(?P<energy>\d{1,4}(?:[.,]\d+)?)\s?(?P<kilo>k)?wh\b"
)
CHARGE = re.compile(
    r"(?<![\d.,])(?P<volt>\d{2}(?:[.,]\d+)?)\s?v(?:olts?)?[\s,/x]*(?P<charge>\d{1,3}(?:[.,]\d+)?)\s?ah\b"
)
MOTORS = (
    ("rear hub", re.compile(r"\brear(?:[- ](?:hub|wheel))?[- ]?motor\b")),
    ("front hub", re.compile(r"\bfront(?:[- ](?:hub|wheel))?[- ]?motor\b")),
    ("rear hub", re.compile(r"\bhub[- ]?motor\b")),
    ("cranks", re.compile(r"\b(?:crank|mid|centre|center)[- ]?(?:drive[- ]?)?(?:motor|drive)\b")),
    ("cranks", re.compile(r"\b(?:e[- ]?bike|pedelec|electric(?: bike)?|motor)\b")),
)
STEPLESS = re.compile(r"\bstep-?less(?: hub)?\b")
GEARBOX = re.compile(r"\b(?:crank |pedal )?gear ?box\b")
HUB = re.compile(r"\b(?:hub(?: gears?)?|internal(?:ly)?(?: geared)?(?: hub)?|geared hub)\b")
BELT = re.compile(r"\bbelt(?: drive)?\b")
SINGLE = re.compile(r"\b(?:single[- ]?speed|fixed(?: wheel| gear)?|fixie|one gear)\b")
EMPTY_WORDS = {
    "with", "and", "on", "wheels", "wheel", "bike", "bicycle", "tyres", "tyre", "ring", "rings", "chainring",
    "cassette", "sprocket", "sprockets", "front", "rear", "derailleur", "gears", "gear", "a", "the", "of",
    "crankset", "crank", "cranks", "hub", "in", "freewheel", "electric", "e-bike", "pedelec",
    "t", "x", "chain", "drive", "touring", "trekking", "city", "mountain", "folding", "cargo", "gravel",
    "teeth", "battery",
}  # fmt: skip
