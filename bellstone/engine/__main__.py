"""One run: a job as JSON on standard input, a line of progress a second, the numbers as the last line."""

import json
import sys
import tempfile
from pathlib import Path

from swmm.toolkit import solver
from swmm.toolkit.shared_enum import NodeResult


def main() -> None:
    job = json.load(sys.stdin)
    with tempfile.TemporaryDirectory() as folder:
        names = [str(Path(folder) / f"flush.{ending}") for ending in ("inp", "rpt", "out")]
        Path(names[0]).write_text(job["text"])
        try:
            numbers = run(names, job["nodes"], job["report_s"], job["seconds"])
        except Exception as error:  # the engine's own errors carry no type of their own
            report = Path(names[1]).read_text() if Path(names[1]).exists() else ""
            told = [line.strip() for line in report.splitlines() if "ERROR" in line]
            why = "; ".join(told[:3]) or " ".join(str(error).split())
            say({"failed": why})
            return
    say(numbers)


def run(names: list[str], nodes: int, report_s: float, seconds: float) -> dict[str, object]:
    solver.swmm_open(*names)
    solver.swmm_start(False)
    times: list[float] = [0.0]
    depths = [[solver.node_get_result(n, NodeResult.DEPTH) for n in range(nodes)]]
    due = report_s
    elapsed = 0.0
    while True:
        days = solver.swmm_step()
        if days <= 0:
            break
        elapsed = days * 86400
        if elapsed >= due:
            times.append(elapsed)
            depths.append([solver.node_get_result(n, NodeResult.DEPTH) for n in range(nodes)])
            due += report_s
            say({"done": min(elapsed / seconds, 1.0)})
    solver.swmm_end()
    error = float(solver.swmm_get_mass_balance()[1])
    solver.swmm_close()
    return {"seconds": times, "depth_ft": depths, "error_pct": error}


def say(what: dict[str, object]) -> None:
    print(json.dumps(what), flush=True)


if __name__ == "__main__":
    main()
