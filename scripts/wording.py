"""What people read: the words of templates, of word tables, and of the core's and the server's sentences, each with its place."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
TEMPLATE = re.compile(r"<template>(.*)</template>", re.DOTALL)
TEXT = re.compile(r">([^<>]*[A-Za-z]{2}[^<>]*)<")
ATTRIBUTE = re.compile(r"\s:?(?:label|hint|placeholder|title|why|aria-label|action|leave|empty-[a-z]+)=\"([^\"]*[A-Za-z]{2}[^\"]*)\"")
QUOTED = re.compile(r"'((?:[^'\\\n]|\\.)*[A-Za-z]{2}(?:[^'\\\n]|\\.)* (?:[^'\\\n]|\\.)*)'|`([^`\n]*[A-Za-z]{2}[^`\n]* [^`\n]*)`")
COMMENT = re.compile(r"/\*\*.*?\*/|^\s*//[^\n]*$", re.MULTILINE | re.DOTALL)
MUSTACHE = re.compile(r"\{\{.*?\}\}", re.DOTALL)


def of_screen() -> Iterator[tuple[str, str]]:
    """Place and words of templates, and of quoted sentences in the front end's code."""
    for path in sorted((ROOT / "web" / "src").rglob("*")):
        if path.suffix not in {".vue", ".ts"} or "tests" in path.parts or path.name == "schema.d.ts":
            continue
        source = path.read_text(encoding="utf-8")
        name = str(path.relative_to(ROOT))
        source = re.sub(r"<style.*?</style>", "", source, flags=re.DOTALL)
        code = COMMENT.sub("", source)
        found = TEMPLATE.search(code)
        if found:
            template = re.sub(r"<!--.*?-->", "", found[1], flags=re.DOTALL)
            for text in TEXT.findall(MUSTACHE.sub("…", template)):
                yield name, " ".join(text.split())
            for text in ATTRIBUTE.findall(template):
                yield name, text
        for single, template_literal in QUOTED.findall(code):
            yield name, single or re.sub(r"\$\{[^}]*\}", "…", template_literal)


def of_python(*parts: str) -> Iterator[tuple[str, str]]:
    """Place and words of the string constants of Python code, docstrings left out; what is filled in shows as an ellipsis."""
    for part in parts:
        for path in sorted((ROOT / part).rglob("*.py")):
            if {"tests", "migrations"} & set(path.parts):
                continue
            tree = ast.parse(path.read_text(encoding="utf-8"))
            docs = {id(n.value) for n in ast.walk(tree) if isinstance(n, ast.Expr) and isinstance(n.value, ast.Constant)}
            inner = {id(v) for n in ast.walk(tree) if isinstance(n, ast.JoinedStr) for v in n.values}
            for node in ast.walk(tree):
                if isinstance(node, ast.JoinedStr):
                    words = "".join(str(v.value) if isinstance(v, ast.Constant) else "…" for v in node.values)
                elif isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in docs | inner:
                    words = node.value
                else:
                    continue
                if " " in words.strip():
                    yield f"{path.relative_to(ROOT)}:{node.lineno}", words
