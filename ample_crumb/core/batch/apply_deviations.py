"""A formula followed through what was said of its batch: each saying understood against what is in the bowl by then,
with what it changes."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.batch.deviation import AsMade, Deviation, DeviationKind, Said
from ample_crumb.core.batch.fat_uptake import MOST_SPRAY_S, fried_line, sprayed_line
from ample_crumb.core.batch.line_lookup import find_alternative, find_line, find_part, place_of
from ample_crumb.core.batch.phrases import Phrase, read_phrase
from ample_crumb.core.batch.said_amounts import HowMuch, how_much
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions, lies_beside, with_line_ids
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, WeighedLine, read_against
from ample_crumb.core.formula.rewrite import LineDetails, adjusted_amount, details_of, with_details, with_used_grams
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_yield import Weighings, bake_yield_of
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.numbers import Cursor

_SOME_STUCK_G: Final = 5.0
"""What clings to a paper or a tin where nobody weighed it. Common practice."""

FRIED_PART: Final = "Taken up in frying"
_USUAL_OIL: Final = "sunflower oil"
_WHOLE: Final = 0.9995


@dataclass(frozen=True, slots=True)
class BatchReading:
    """What a batch is read with: the kitchen's cupboard and preferences, and the family it is baked as."""

    cupboard: Cupboard
    preferences: ReadingPreferences
    family: str


def apply_deviations(made: AsMade, said: Sequence[Said], reading: BatchReading) -> tuple[AsMade, tuple[Deviation, ...]]:
    """The formula as it was made, and what each saying was understood as. Never raises for what may be said."""
    made = replace(made, parts=with_line_ids(made.parts or (Part("", ()),)))
    deviations = []
    figures, batch = _worked_out(made, reading)
    for each in said:
        if not each.text.strip():
            continue
        try:
            kind, words, then, line_id = _Step(each, made, figures, reading).understood()
            then_figures, then_batch = _worked_out(then, reading)
        except CannotUse as cannot:
            deviations.append(Deviation(each, None, "", str(cannot)))
            continue
        deviations.append(
            Deviation(
                each,
                kind,
                words,
                line_id=line_id,
                mass_g=then_batch.mass_g - batch.mass_g,
                energy_kcal=_energy(then_batch) - _energy(batch),
                protein_g=_protein(then_batch) - _protein(batch),
            )
        )
        made, figures, batch = then, then_figures, then_batch
    return made, tuple(deviations)


def _worked_out(made: AsMade, reading: BatchReading) -> tuple[FormulaFigures, Figures]:
    """Its lines, and the whole of it as far as it is eaten, before anything is lost in the oven. Raises CannotUse."""
    figures = evaluate(made.parts, 1, reading.cupboard, reading.preferences)
    weighings = Weighings(loss_share=0.0, residue_g=made.residue_g, trimmings_g=made.stuck_g)
    return figures, bake_yield_of(figures, family_of(reading.family), weighings).batch


def _energy(batch: Figures) -> float:
    return batch.nutrients.energy_kcal or 0.0


def _protein(batch: Figures) -> float:
    return batch.nutrients.protein_g or 0.0


_Understood = tuple[DeviationKind, str, AsMade, str | None]


@dataclass(frozen=True, slots=True)
class _Step:
    """One saying, against what is there when it is said."""

    said: Said
    made: AsMade
    figures: FormulaFigures
    reading: BatchReading

    def understood(self) -> _Understood:
        """Raises CannotUse with a sentence for what cannot be."""
        phrase = read_phrase(self.said.text)
        by_kind: dict[DeviationKind, Callable[[Phrase], _Understood]] = {
            DeviationKind.ADDED: self._added,
            DeviationKind.LESS: self._less,
            DeviationKind.USED: self._used,
            DeviationKind.REPLACED: self._replaced,
            DeviationKind.CHOSEN: self._chosen,
            DeviationKind.LEFT_OUT: self._left_out,
            DeviationKind.LEFT_OVER: self._left_over,
            DeviationKind.IN_BOWL: self._in_bowl,
            DeviationKind.STUCK: self._stuck,
            DeviationKind.SPRAYED: self._sprayed,
            DeviationKind.FRIED: self._fried,
            DeviationKind.SCRAPS: self._scraps,
        }
        return by_kind[phrase.kind](phrase)

    # What came in.

    def _added(self, phrase: Phrase) -> _Understood:
        text, place = self._for_part(phrase.came)
        much = how_much(text)
        if much is not None and much.share is not None and self._is_here(much.rest):
            return self._some_left(much, left=True)
        if read_line(text).amount is None and find_alternative(text, self.figures):
            return self._chosen(Phrase(DeviationKind.CHOSEN, came=text))
        return self._new_line(DeviationKind.ADDED, text, place)

    def _for_part(self, text: str) -> tuple[str, int]:
        """A line without the part that it is for, and that part's place: "15 g icing sugar to the glaze"."""
        for word in (" to the ", " into the ", " in the ", " on the ", " for the "):
            at = text.casefold().rfind(word)
            place = find_part(text[at + len(word) :], self.figures) if at > 0 else None
            if place is not None:
                return text[:at], place
        return text, self._dough_part()

    def _dough_part(self) -> int:
        """The part that is most of the dough: what is added without a word on where goes neither into a crust nor into
        what is put on."""

        def rank(place: int) -> tuple[bool, bool, float]:
            part = self.made.parts[place]
            together = part.options.bake is PartBake.WITH_THE_REST
            return together, not lies_beside(part.name), self.figures.parts[place].figures.mass_g

        return max(range(len(self.made.parts)), key=rank)

    def _new_line(self, kind: DeviationKind, text: str, place: int) -> _Understood:
        line = Line(text.strip(), id=f"said-{self.said.id}"[:40])
        read, weighed = self._read(line)
        parts = self._with_lines(place, (*self.made.parts[place].lines, line))
        guess = "" if read.sure else f", taken for {weighed.ingredient.name}"
        named = self.made.parts[place].name
        where = f" in “{named}”" if named and place != self._dough_part() else ""
        return kind, f"+ {_said_g(weighed)} {_called(read)}{where}{guess}", parts, line.id

    def _read(self, line: Line) -> tuple[ReadLine, WeighedLine]:
        """Raises CannotUse for what has no grams."""
        read = read_against(line, self.reading.cupboard, self.reading.preferences)
        if read.weighed is None:
            raise CannotUse(read.problem or "Say what went in, and how much of it.")
        return read, read.weighed

    def _replaced(self, phrase: Phrase) -> _Understood:
        if find_part(phrase.about, self.figures) is not None and self._line(phrase.about) is None:
            return self._added(Phrase(DeviationKind.ADDED, came=f"{phrase.came} for the {phrase.about}"))
        old = self._must_be_here(phrase.about)
        came = phrase.came
        if read_line(came).amount is None:
            if old.weighed is None:
                raise CannotUse(f"How much {came} went in? “{old.text}” has no grams to go by.")
            came = f"{_written(old.weighed.mass_g)} g {came}"
        new = Line(came, id=old.id)
        read, weighed = self._read(new)
        words = f"{_called(read)} for {_called(old)}"
        if old.weighed is None or abs(weighed.mass_g - old.weighed.mass_g) > 0.5:
            words += f", {_said_g(weighed)}"
        return DeviationKind.REPLACED, words, self._with_line(old.id, new), old.id

    def _chosen(self, phrase: Phrase) -> _Understood:
        found = find_alternative(phrase.came, self.figures)
        if found is None:
            line = self._line(phrase.came)
            if line is not None:
                raise CannotUse(f"“{line.text}” is in it already; say how much, or what it went in for.")
            raise CannotUse(f"How much {phrase.came} went in, or what did it go in for?")
        line, slug = found
        written = self._written_line(line.id)
        name = self.reading.cupboard.ingredients[slug].name
        return DeviationKind.CHOSEN, f"{name} it was", self._with_line(line.id, replace(written, chosen=slug)), line.id

    # What was less.

    def _less(self, phrase: Phrase) -> _Understood:
        much = how_much(phrase.about)
        line = self._must_be_here(read_line(phrase.about).name or phrase.about)
        taken_g = self._grams(much, phrase.about) if much else 0.0
        return self._set_g(line, _grams_there(line) - taken_g, DeviationKind.LESS)

    def _used(self, phrase: Phrase) -> _Understood:
        if phrase.whole:
            return self._some_counted(phrase, left=False)
        if phrase.times_factor != 1:
            return self._times(phrase)
        much = how_much(phrase.about)
        if much is None:
            raise CannotUse(f"How much of it? “{phrase.about}” names no amount.")
        if much.share is not None and self._is_here(much.rest):
            return self._some_left(much, left=False)
        line = self._line(much.rest)
        if line is None:
            return self._added(Phrase(DeviationKind.ADDED, came=phrase.about))
        amount = phrase.about[: len(phrase.about) - len(much.rest)] if much.rest else phrase.about
        return self._now_reads(line, f"{_bare(amount)} {line.name}")

    def _times(self, phrase: Phrase) -> _Understood:
        line = self._must_be_here(phrase.about)
        text = adjusted_amount(line, phrase.times_factor)
        if text is None:
            raise CannotUse(f"“{line.text}” has no grams to take more of; say how much went in.")
        return self._now_reads(line, text)

    def _now_reads(self, line: ReadLine, text: str) -> _Understood:
        """Another amount of a line."""
        new = replace(self._written_line(line.id), text=text)
        _, weighed = self._read(new)
        words = f"{_called(line)}: {_said_g(weighed)}, not {_written(_grams_there(line))} g"
        return DeviationKind.USED, words, self._with_line(line.id, new), line.id

    def _left_out(self, phrase: Phrase) -> _Understood:
        place = find_part(phrase.about, self.figures)
        line = self._line(phrase.about)
        if place is not None and (line is None or len(self.made.parts) > 1):
            return DeviationKind.LEFT_OUT, f"without “{self.made.parts[place].name}”", self._without_part(place), None
        found = self._must_be_here(phrase.about)
        return DeviationKind.LEFT_OUT, f"without {_called(found)}", self._with_line(found.id, None), found.id

    def _left_over(self, phrase: Phrase) -> _Understood:
        if phrase.whole:
            return self._some_counted(phrase, left=True)
        much = how_much(phrase.about)
        if much is None:
            raise CannotUse("Say how much was left: half the glaze, 40 g of the glaze.")
        if not much.rest:
            return self._in_bowl(Phrase(DeviationKind.IN_BOWL, came=phrase.about))
        return self._some_left(much, left=True)

    def _some_counted(self, phrase: Phrase, *, left: bool) -> _Understood:
        some, whole = _number(phrase.came), _number(phrase.whole)
        line = self._line(phrase.about) if phrase.about else None
        line = line or self._counted(whole)
        if line is None:
            raise CannotUse(f"Nothing in it is counted by {phrase.whole}; say of what: 6 of 12 biscuits.")
        if some > whole:
            raise CannotUse(f"{phrase.came} of {phrase.whole} is more than there was.")
        return self._share_of_line(line, 1 - some / whole if left else some / whole)

    def _counted(self, whole: float) -> ReadLine | None:
        for line in self.figures.lines():
            amount = read_line(line.text).amount
            if amount is not None and not amount.stated and abs(amount.terms[0].count.middle - whole) < 1e-6:
                return line
        return None

    def _some_left(self, much: HowMuch, *, left: bool) -> _Understood:
        """Some of a part or a line left over, or used."""
        place = find_part(much.rest, self.figures)
        line = self._line(much.rest)
        if place is not None and (line is None or much.share is not None):
            there_g = self.figures.parts[place].figures.mass_g
            share = self._share(much, there_g, much.rest)
            return self._share_of_part(place, 1 - share if left else share, weighed=much.mass_g is not None)
        if line is None:
            raise CannotUse(f"There is no “{much.rest[:60]}” in it.")
        there_g = _grams_there(line)
        if much.share is not None:
            return self._share_of_line(line, 1 - much.share if left else much.share)
        grams = self._grams(much, f"{much.count:g} {much.rest}" if much.count else "")
        self._check_left(grams, there_g, _called(line))
        kind = DeviationKind.LEFT_OVER if left else DeviationKind.USED
        return self._set_g(line, there_g - grams if left else grams, kind)

    def _share(self, much: HowMuch, there_g: float, what: str) -> float:
        if much.share is not None:
            share = much.share
        else:
            grams = self._grams(much, f"{much.count:g} {much.rest}" if much.count else "")
            self._check_left(grams, there_g, what)
            share = grams / there_g if there_g else 0.0
        if not 0 <= share <= 1:
            raise CannotUse(f"That is more of the {what} than there was.")
        return share

    def _check_left(self, grams: float, there_g: float, what: str) -> None:
        if grams > there_g * 1.001:
            raise CannotUse(f"{_written(grams)} g is more {what} than there was: {_written(there_g)} g.")

    def _share_of_part(self, place: int, used: float, *, weighed: bool) -> _Understood:
        part = self.made.parts[place]
        name = f"“{part.name}”"
        if used < 1 - _WHOLE:
            return DeviationKind.LEFT_OVER, f"all of {name} left over", self._without_part(place), None
        left = f"{_written((1 - used) * self.figures.parts[place].figures.mass_g)} g of {name} left over"
        if weighed:
            then = share_by_weight(part, self.figures.parts[place].lines, used)
        else:
            then = replace(part, options=replace(part.options, used_share=part.options.used_share * used))
        return DeviationKind.LEFT_OVER, left, replace(self.made, parts=_at(self.made.parts, place, then)), None

    def _share_of_line(self, line: ReadLine, used: float) -> _Understood:
        if used < 1 - _WHOLE:
            return DeviationKind.LEFT_OUT, f"without {_called(line)}", self._with_line(line.id, None), line.id
        before = details_of(line)
        details = LineDetails(before.optional, before.fill, before.used_share * used)
        new = replace(self._written_line(line.id), text=with_details(line, details))
        words = f"{_called(line)}: {_written(used * _grams_there(line))} of {_written(_grams_there(line))} g used"
        return DeviationKind.LEFT_OVER, words, self._with_line(line.id, new), line.id

    def _set_g(self, line: ReadLine, grams: float, kind: DeviationKind) -> _Understood:
        there_g = _grams_there(line)
        if grams < -0.001 * there_g:
            raise CannotUse(f"That is more {_called(line)} than there was: {_written(there_g)} g.")
        if grams <= 0.001 * there_g:
            return DeviationKind.LEFT_OUT, f"without {_called(line)}", self._with_line(line.id, None), line.id
        new = replace(self._written_line(line.id), text=with_used_grams(line, grams))
        words = f"{_called(line)}: {_written(grams)} of {_written(there_g)} g used"
        return kind, words, self._with_line(line.id, new), line.id

    # What the dough lost and took up.

    def _in_bowl(self, phrase: Phrase) -> _Understood:
        dough_g = self._dough_g()
        much = how_much(phrase.came)
        if much is None or (much.share is None and much.mass_g is None):
            raise CannotUse("Say about how many grams of the dough: 40 g stayed in the bowl.")
        grams = much.mass_g if much.mass_g is not None else (much.share or 0.0) * dough_g
        if grams >= dough_g:
            raise CannotUse(f"{_written(grams)} g is more than the {_written(dough_g)} g of dough there were.")
        licked = phrase.about == "licked"
        made = replace(
            self.made,
            residue_g=self.made.residue_g + grams,
            licked_g=self.made.licked_g + (grams if licked else 0.0),
        )
        words = f"{_written(grams)} g of dough {'licked off' if licked else 'stayed in the bowl'}"
        return DeviationKind.IN_BOWL, words, made, None

    def _stuck(self, phrase: Phrase) -> _Understood:
        much = how_much(phrase.about)
        grams = much.mass_g if much and much.mass_g is not None else None
        if much is not None and much.share is not None:
            grams = much.share * self._dough_g()
        about = "about " if grams is None else ""
        grams = _SOME_STUCK_G if grams is None else grams
        if grams >= self._dough_g():
            raise CannotUse(f"{_written(grams)} g is more than there was.")
        made = replace(self.made, stuck_g=self.made.stuck_g + grams)
        return DeviationKind.STUCK, f"{about}{_written(grams)} g stuck", made, None

    def _sprayed(self, phrase: Phrase) -> _Understood:
        seconds = _number(phrase.came)
        if not 0 < seconds <= MOST_SPRAY_S:
            raise CannotUse(f"A spray of up to {MOST_SPRAY_S:.0f} seconds, not {phrase.came}.")
        _, words, made, line_id = self._new_line(DeviationKind.SPRAYED, sprayed_line(seconds), self._dough_part())
        return DeviationKind.SPRAYED, f"{words}, {seconds:g} s of it", made, line_id

    def _fried(self, phrase: Phrase) -> _Understood:
        oil = phrase.came if phrase.came and phrase.came.casefold() != "oil" else _USUAL_OIL
        weights = [float(each.replace(",", ".")) for each in phrase.whole.split()]
        if weights:
            taken_g = weights[0] - weights[1] if len(weights) > 1 else weights[0]
            if taken_g <= 0:
                raise CannotUse("There is no less oil afterwards than before; weigh the pan with its oil both times.")
            text = f"{taken_g:g} g {oil}"
        else:
            text = fried_line(self._dough_g(), oil)
        line = Line(text, id=f"said-{self.said.id}"[:40])
        read, weighed = self._read(line)
        part = Part(FRIED_PART, (line,), PartOptions(bake=PartBake.NOT))
        made = replace(self.made, parts=(*self.made.parts, part))
        by = "weighed" if weights else "8 to 15 % of its weight"
        return DeviationKind.FRIED, f"+ {_said_g(weighed)} {_called(read)} taken up, {by}", made, line.id

    def _scraps(self, _: Phrase) -> _Understood:
        return DeviationKind.SCRAPS, "scraps rolled again are counted already", self.made, None

    # What is here.

    def _dough_g(self) -> float:
        """The dough that goes on to be baked."""
        baked = sum(part.figures.mass_g for part in self.figures.baked_parts())
        return (baked or self.figures.batch.mass_g) - self.made.residue_g

    def _grams(self, much: HowMuch | None, text: str) -> float:
        if much is not None and much.mass_g is not None:
            return much.mass_g
        _, weighed = self._read(Line(text))
        return weighed.mass_g

    def _is_here(self, name: str) -> bool:
        return find_part(name, self.figures) is not None or self._line(name) is not None

    def _line(self, name: str) -> ReadLine | None:
        return find_line(name, self.figures, self.reading.cupboard)

    def _must_be_here(self, name: str) -> ReadLine:
        line = self._line(name)
        if line is None:
            raise CannotUse(f"There is no “{name[:60]}” in it.")
        return line

    def _written_line(self, line_id: str) -> Line:
        return next(line for part in self.made.parts for line in part.lines if line.id == line_id)

    def _with_line(self, line_id: str, new: Line | None) -> AsMade:
        """With another text for a line, or without it."""
        place, _ = place_of(line_id, self.figures)
        lines = (new if line.id == line_id else line for line in self.made.parts[place].lines)
        return self._with_lines(place, tuple(line for line in lines if line is not None))

    def _with_lines(self, place: int, lines: tuple[Line, ...]) -> AsMade:
        return replace(self.made, parts=_at(self.made.parts, place, replace(self.made.parts[place], lines=lines)))

    def _without_part(self, place: int) -> AsMade:
        parts = (*self.made.parts[:place], *self.made.parts[place + 1 :])
        return replace(self.made, parts=parts or (replace(self.made.parts[place], lines=()),))


def share_by_weight(part: Part, lines: Sequence[ReadLine], share: float) -> Part:
    """A part of which a share was weighed off: each line says how many g of it that is."""
    return replace(
        part,
        lines=tuple(
            replace(line, text=with_used_grams(read, share * read.weighed.mass_g / part.options.used_share))
            if read.weighed
            else line
            for line, read in zip(part.lines, lines, strict=True)
        ),
    )


def _at(parts: tuple[Part, ...], place: int, part: Part) -> tuple[Part, ...]:
    return (*parts[:place], part, *parts[place + 1 :])


def _grams_there(line: ReadLine) -> float:
    return line.weighed.mass_g if line.weighed else 0.0


def _called(line: ReadLine) -> str:
    """As its baker calls it."""
    return line.name or (line.ingredient.name if line.ingredient else line.text)


def _bare(amount: str) -> str:
    """An amount without the words between it and its food: "140 g of the"."""
    words = amount.split()
    while words and words[-1].casefold() in {"of", "the", "my", "our"}:
        words.pop()
    return " ".join(words)


def _number(text: str) -> float:
    found = Cursor(text).number()
    return found.middle if found else 0.0


def _written(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 20 else f"{grams:.1f}".removesuffix(".0")


def _said_g(weighed: WeighedLine) -> str:
    """Its grams, or the range that it may be."""
    if weighed.high_g - weighed.low_g > 0.5:
        return f"{_written(weighed.low_g)} to {_written(weighed.high_g)} g"
    return f"{_written(weighed.mass_g)} g"
