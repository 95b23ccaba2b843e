"""Read the trials of a nursery, and the germination of each treatment, with nothing but Python."""

import json
import os
import urllib.error
import urllib.request

NURSERY = os.environ.get("FURROW_ADDRESS", "http://localhost:8000")
TOKEN = os.environ["FURROW_TOKEN"]


def read(path):
    """What the API answers at a path."""
    request = urllib.request.Request(f"{NURSERY}/api/v1/{path}", headers={"Authorization": f"Bearer {TOKEN}"})
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


for trial in read("trials/?page_size=50")["results"]:
    print(trial["code"], trial["question"])
    try:
        compared = read(f"trials/{trial['id']}/comparison/")
    except urllib.error.HTTPError as refused:
        # every refusal says why
        print("  ", json.load(refused)["detail"])
        continue
    for t in compared["treatments"]:
        if t["share"] is not None:
            print(f"   {t['name']}: {t['share']:.0%} ({t['lower']:.0%} to {t['upper']:.0%}), {t['germinated']} of {t['base']}")
