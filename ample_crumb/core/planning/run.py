"""A bake day that runs: its state is what its events come to, in their order.

Moments are milliseconds by the server's clock. What happened away from the server is told with how long ago that was,
so that no other clock counts.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum


class EventKind(StrEnum):
    """What is told of a run."""

    BEGUN = "begun"
    DONE = "done"
    SKIPPED = "skipped"
    BACK = "back"
    WEIGHED = "weighed"
    TIMER = "timer"
    TIMER_STOPPED = "timer stopped"
    RECORDED = "recorded"
    ENDED = "ended"


@dataclass(frozen=True, slots=True)
class RunEvent:
    """Something that happened at a moment: to a task, a line of it, a timer or a formula, each by its id where it has
    one. `mass_g` were weighed, `timer_min` a timer takes. `batch_id` is the batch that a formula was recorded as."""

    kind: EventKind
    at_ms: int
    task: str = ""
    line_id: str = ""
    formula: int | None = None
    mass_g: float | None = None
    timer_min: float | None = None
    name: str = ""
    batch_id: str = ""


@dataclass(frozen=True, slots=True)
class TaskProgress:
    """When a task began and ended, None for not yet; or that it was skipped."""

    begun_ms: int | None = None
    done_ms: int | None = None
    skipped: bool = False


@dataclass(frozen=True, slots=True)
class RunningTimer:
    """A timer of a task: it rings at `ends_ms`."""

    task: str
    name: str
    ends_ms: int


@dataclass(frozen=True, slots=True)
class RunState:
    """Where a run stands. `weighed_g` holds what was weighed by task and line, the last word of it; `timers` the one
    that rings first first; `batches` the batches by formula. `begun_ms` is None before anything happened."""

    begun_ms: int | None
    ended_ms: int | None
    progress: Mapping[str, TaskProgress]
    weighed_g: Mapping[str, Mapping[str, float]]
    timers: tuple[RunningTimer, ...]
    batches: Mapping[int, str]


def run_state(events: Iterable[RunEvent]) -> RunState:
    """What events come to, in the order in which they are given. Never raises: what makes no sense changes nothing."""
    state = RunState(None, None, {}, {}, (), {})
    for event in events:
        state = _with(state, event)
    return replace(state, timers=tuple(sorted(state.timers, key=lambda each: (each.ends_ms, each.task))))


def _with(state: RunState, event: RunEvent) -> RunState:
    begun_ms = event.at_ms if state.begun_ms is None else min(state.begun_ms, event.at_ms)
    state = replace(state, begun_ms=begun_ms)
    here = state.progress.get(event.task, TaskProgress())
    match event.kind:
        case EventKind.BEGUN:
            return _progress(state, event.task, replace(here, begun_ms=event.at_ms, skipped=False))
        case EventKind.DONE:
            begun = here.begun_ms if here.begun_ms is not None else event.at_ms
            done = TaskProgress(min(begun, event.at_ms), event.at_ms)
            return _without_timer(_progress(state, event.task, done), event.task)
        case EventKind.SKIPPED:
            return _without_timer(_progress(state, event.task, TaskProgress(skipped=True)), event.task)
        case EventKind.BACK:
            return _progress(state, event.task, TaskProgress())
        case EventKind.WEIGHED if event.mass_g is not None:
            lines = {**state.weighed_g.get(event.task, {}), event.line_id: event.mass_g}
            return replace(state, weighed_g={**state.weighed_g, event.task: lines})
        case EventKind.TIMER if event.timer_min is not None:
            ends_ms = event.at_ms + round(event.timer_min * 60_000)
            others = tuple(timer for timer in state.timers if timer.task != event.task)
            return replace(state, timers=(*others, RunningTimer(event.task, event.name, ends_ms)))
        case EventKind.TIMER_STOPPED:
            return _without_timer(state, event.task)
        case EventKind.RECORDED if event.formula is not None:
            return replace(state, batches={**state.batches, event.formula: event.batch_id})
        case EventKind.ENDED:
            return replace(state, ended_ms=event.at_ms, timers=())
    return state


def _progress(state: RunState, task: str, progress: TaskProgress) -> RunState:
    return replace(state, progress={**state.progress, task: progress})


def _without_timer(state: RunState, task: str) -> RunState:
    return replace(state, timers=tuple(timer for timer in state.timers if timer.task != task))
