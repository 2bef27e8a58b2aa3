"""Answers, one JSON line each: does this text compile, and do two texts mean the same?

A request is {"before": text} or {"before": text, "after": text}; the answer is
{"compiles": bool} and, for two texts, {"equal": bool, "where": text}.
"""

import ast
import inspect
import json
import sys
import warnings

warnings.simplefilter("ignore")
sys.setrecursionlimit(20000)


def tree(text):
    root = ast.parse(text)
    for node in ast.walk(root):
        body = getattr(node, "body", None)
        documented = (
            ast.Module,
            ast.ClassDef,
            ast.FunctionDef,
            ast.AsyncFunctionDef,
        )
        if isinstance(node, documented) and body:
            first = body[0]
            if (
                isinstance(first, ast.Expr)
                and isinstance(first.value, ast.Constant)
                and isinstance(first.value.value, str)
            ):
                first.value.value = inspect.cleandoc(first.value.value)
    return root


def answer(request):
    try:
        before = tree(request["before"])
    except (SyntaxError, ValueError, RecursionError, MemoryError):
        return {"compiles": False}
    if "after" not in request:
        return {"compiles": True}
    try:
        after = tree(request["after"])
    except (SyntaxError, ValueError) as error:
        return {"compiles": True, "equal": False, "where": str(error)}
    old, new = ast.dump(before), ast.dump(after)
    if old == new:
        return {"compiles": True, "equal": True}
    at = next(
        (i for i, (a, b) in enumerate(zip(old, new)) if a != b),
        min(len(old), len(new)),
    )
    where = (
        old[max(0, at - 60) : at + 60] + " | " + new[max(0, at - 60) : at + 60]
    )
    return {"compiles": True, "equal": False, "where": where}


for line in sys.stdin:
    print(json.dumps(answer(json.loads(line))), flush=True)
