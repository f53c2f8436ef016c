"""What the types refuse, in words."""

import re

_BOUND = re.compile(r"Expected `?(?P<kind>\w+)`?(?: of length)? (?P<sign><=|>=|<|>) (?P<bound>-?[\d.e+]+)")
KINDS = {
    "str": "text",
    "float": "a number",
    "int": "a whole number",
    "bool": "true or false",
    "array": "a list",
    "object": "an object",
    "null": "nothing",
}


def bound_in_words(said: str, unit: str = "") -> str:
    """What would have been right, from a refusal such as "Expected `float` <= 100.0"; unit: what follows a bound."""
    match = _BOUND.search(said)
    if match is None:
        if said.startswith("Invalid enum value"):
            return "one of the words that this field takes"
        if "matching regex" in said:
            return "letters, digits, “_”, “.” and “-”"
        wanted = said.partition(" - at ")[0].partition(", got ")[0].replace("`", "").removeprefix("Expected ")
        return " or ".join(KINDS.get(w, w) for w in wanted.split(" | "))
    sign = {"<=": "at most", ">=": "at least", "<": "below", ">": "above"}[match["sign"]]
    return f"{sign} {float(match['bound']):,.6g}{' characters' if match['kind'] == 'str' else unit}"
