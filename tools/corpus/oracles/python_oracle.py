"""Answers, one JSON line each: does this text compile, and do two texts mean the same?

A request is {"before": text} or {"before": text, "after": text}; the answer is
{"compiles": bool} and, for two texts, {"equal": bool, "where": text}.
"""

import ast
import inspect
import io
import json
import sys
import tokenize
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
                # PEP 257 strips what stands at the ends of lines.
                text = inspect.cleandoc(first.value.value)
                first.value.value = "\n".join(
                    line.rstrip() for line in text.split("\n")
                ).rstrip()
    return root


KINDS = (
    (ast.expr, "expression"),
    (ast.stmt, "statement"),
    (ast.pattern, "pattern"),
)


def pieces(text):
    """The pieces of a program as [kind, from, to], its whole statements and its tokens, in UTF-16 offsets."""
    try:
        root = ast.parse(text)
        rows = list(tokenize.generate_tokens(io.StringIO(text).readline))
    except (
        SyntaxError,
        ValueError,
        RecursionError,
        MemoryError,
        tokenize.TokenError,
    ):
        return {}
    lines = text.splitlines(keepends=True)
    starts = [0]
    for line in lines:
        starts.append(starts[-1] + len(line.encode("utf-16-le")) // 2)

    def place(line, column):
        inside = lines[line - 1].encode()[:column].decode()
        return starts[line - 1] + len(inside.encode("utf-16-le")) // 2

    def span(node):
        return [
            place(node.lineno, node.col_offset),
            place(node.end_lineno, node.end_col_offset),
        ]

    found = []
    inside = set()
    for node in ast.walk(root):
        if isinstance(node, ast.JoinedStr):
            inside.update(
                id(part) for part in ast.walk(node) if part is not node
            )
    for node in ast.walk(root):
        for cls, kind in KINDS:
            if isinstance(node, cls) and id(node) not in inside:
                found.append([kind, *span(node)])
    skipped = (
        tokenize.NL,
        tokenize.NEWLINE,
        tokenize.INDENT,
        tokenize.DEDENT,
        tokenize.ENDMARKER,
        tokenize.COMMENT,
    )
    tokens = [
        [
            starts[row.start[0] - 1] + row.start[1],
            starts[row.end[0] - 1] + row.end[1],
        ]
        for row in rows
        if row.type not in skipped
    ]
    return {
        "found": found,
        "roots": [span(node) for node in root.body],
        "tokens": tokens,
    }


def answer(request):
    if "pieces" in request:
        return pieces(request["pieces"])
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
