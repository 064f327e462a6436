"""Trains the network that says what an egg's picture as a whole looks like, and writes

  src/core/network/model.json   the network that is shipped, trained on all that is given
  data/network-logits/NAME.json       what networks make of each kept egg that had not learnt from it

  python3 lab/network/train.py WORK [--only NET,NET] PAINTER:NAME=READINGS.jsonl …

NAME is that of the file in data/readings, READINGS what lab/accuracy/read-photos.ts wrote of the same pictures, with
its maps beside it. Needs torch (Debian's python3-torch); neither running nor testing the program does. Each network is
kept in WORK when it is done, and what is there is not trained again, so that two may be trained side by side; what is
shipped is written once all are there.
"""

import json
import os
import sys
import time

import numpy as np
import torch
import torch.nn as nn
import torch.nn.functional as F

GRADES = ["developing", "clear", "blood-ring", "quitter"]
MAPS, HEIGHT, WIDTH = 4, 96, 128
CHANNELS = [16, 32, 48, 64, 64]
STRIDES = [2, 2, 2, 2, 1]
STEPS, BATCH = 1400, 32
SEED = 1

torch.set_num_threads(1)


class Net(nn.Module):
    def __init__(self):
        super().__init__()
        layers, inputs = [], MAPS
        for i, (outputs, stride) in enumerate(zip(CHANNELS, STRIDES)):
            size = 5 if i == 0 else 3
            layers += [nn.Conv2d(inputs, outputs, size, stride, size // 2, bias=False), nn.BatchNorm2d(outputs), nn.ReLU()]
            inputs = outputs
        self.body = nn.Sequential(*layers)
        self.drop = nn.Dropout(0.3)
        # The egg's age is added at the end, so that it can be taken off again.
        self.read = nn.Linear(2 * inputs, len(GRADES))
        self.age = nn.Linear(2, len(GRADES), bias=False)

    def forward(self, maps, stage):
        h = self.body(maps)
        h = torch.cat([h.mean((2, 3)), h.amax((2, 3))], 1)
        return self.read(self.drop(h)) + self.age(torch.stack([stage, stage**2], 1))


def varied(x, rng):
    """The same eggs otherwise lit, laid, blurred and partly hidden: what must not matter."""
    x = x.float() / 255
    n = len(x)
    flip = torch.from_numpy(rng.random(n) < 0.5)
    x[flip] = torch.flip(x[flip], [2])
    gain = torch.from_numpy(rng.normal(1, 0.2, (n, MAPS, 1, 1))).float()
    lift = torch.from_numpy(rng.normal(0, 0.08, (n, MAPS, 1, 1))).float()
    grain = torch.from_numpy(rng.random((n, 1, 1, 1)) * 0.08).float()
    x = x * gain + lift + grain * torch.from_numpy(rng.normal(size=x.shape)).float()
    x = torch.roll(x, (int(rng.integers(-3, 4)), int(rng.integers(-4, 5))), (2, 3))
    if rng.random() < 0.3:
        x = F.avg_pool2d(x, 3, 1, 1)
    for i in range(n):
        if rng.random() < 0.4:
            h, w = int(rng.integers(10, 45)), int(rng.integers(10, 50))
            top, left = int(rng.integers(0, HEIGHT - h)), int(rng.integers(0, WIDTH - w))
            x[i, :, top : top + h, left : left + w] = float(rng.random())
    return x


class Source:
    def __init__(self, painter, name, file):
        self.painter, self.name = painter, name
        truths = [json.loads(line) for line in open(file)]
        self.files = [line["truth"]["file"] for line in truths]
        self.maps = torch.from_numpy(
            np.fromfile(file + ".maps", dtype=np.uint8).reshape(-1, MAPS, HEIGHT, WIDTH)[: len(truths)].copy()
        )
        self.grade = torch.tensor([GRADES.index(line["truth"]["grade"]) for line in truths])
        self.stage = torch.tensor([line["truth"]["f"] for line in truths], dtype=torch.float32)
        self.learnt = np.array([line["truth"]["readable"] and line["seen"] is not None for line in truths])


def train(name, parts):
    """@param parts: pairs of a source and the indices of its eggs to learn from; each painter counts as much as another."""
    torch.manual_seed(SEED)
    rng = np.random.default_rng(SEED)
    painters = {source.painter for source, _ in parts}
    eggs, weights = [], []
    for k, (source, indices) in enumerate(parts):
        of_painter = sum(len(other) for own, other in parts if own.painter == source.painter)
        eggs += [(k, i) for i in indices]
        weights += [1 / len(painters) / of_painter] * len(indices)
    weights = np.array(weights) / np.sum(weights)
    net = Net()
    optimizer = torch.optim.AdamW(net.parameters(), 2e-3, weight_decay=0.02)
    schedule = torch.optim.lr_scheduler.OneCycleLR(optimizer, 6e-3, total_steps=STEPS)
    start, shown = time.time(), 0.0
    for step in range(STEPS):
        chosen = [eggs[at] for at in rng.choice(len(eggs), BATCH, p=weights)]
        maps = torch.stack([parts[k][0].maps[i] for k, i in chosen])
        grade = torch.stack([parts[k][0].grade[i] for k, i in chosen])
        stage = torch.stack([parts[k][0].stage[i] for k, i in chosen])
        loss = F.cross_entropy(net(varied(maps, rng), stage), grade, label_smoothing=0.05)
        optimizer.zero_grad()
        loss.backward()
        optimizer.step()
        schedule.step()
        shown += loss.item()
        if step % 200 == 199:
            print(f"{name}: {step + 1} of {STEPS}, loss {shown / 200:.3f}, {time.time() - start:.0f} s", flush=True)
            shown = 0.0
    return net.eval()


def judged(net, source):
    with torch.no_grad():
        return torch.cat(
            [net(source.maps[i : i + 100].float() / 255, source.stage[i : i + 100]) for i in range(0, len(source.files), 100)]
        ).numpy()


def folded(net):
    """Convolutions with their normalising folded in, weights as bytes; what network.ts reads."""
    convolutions = []
    for conv, norm in zip(net.body[0::3], net.body[1::3]):
        gain = (norm.weight / torch.sqrt(norm.running_var + norm.eps)).detach()
        weights = (conv.weight * gain[:, None, None, None]).detach()
        scale = weights.abs().amax((1, 2, 3)) / 127
        convolutions.append(
            {
                "outputs": conv.out_channels,
                "size": conv.kernel_size[0],
                "stride": conv.stride[0],
                "weights": torch.round(weights / scale[:, None, None, None]).int().flatten().tolist(),
                "scale": [float(f"{value:.6g}") for value in scale.tolist()],
                "bias": [float(f"{value:.6g}") for value in (norm.bias - norm.running_mean * gain).tolist()],
            }
        )
    short = lambda values: [float(f"{value:.5g}") for value in values]
    return {
        "convolutions": convolutions,
        "readout": {"weights": [short(row) for row in net.read.weight.tolist()], "bias": short(net.read.bias.tolist())},
        "age": [short(row) for row in net.age.weight.tolist()],
    }


def main():
    work, *rest = sys.argv[1:]
    only = None
    if rest[0] == "--only":
        only, rest = rest[1].split(","), rest[2:]
    sources = []
    for item in rest:
        head, file = item.split("=")
        sources.append(Source(*head.split(":"), file))
    os.makedirs(work, exist_ok=True)
    every = lambda source: [i for i in range(len(source.files)) if source.learnt[i]]
    plans = {f"without-{painter}": [(s, every(s)) for s in sources if s.painter != painter] for painter in sorted({s.painter for s in sources})}
    # By fours: simulated sets take the grades in turn.
    for half in (0, 1):
        plans[f"half-{half}"] = [(s, [i for i in every(s) if i // 4 % 2 == half]) for s in sources]
    plans["shipped"] = [(s, every(s)) for s in sources]
    nets = {}
    for name, parts in plans.items():
        file = f"{work}/{name}.pt"
        if os.path.exists(file):
            nets[name] = Net()
            nets[name].load_state_dict(torch.load(file))
            nets[name].eval()
        elif only is None or name in only:
            nets[name] = train(name, parts)
            torch.save(nets[name].state_dict(), file)
    if len(nets) < len(plans):
        return print("Not all networks are trained yet:", ", ".join(set(plans) - set(nets)))
    os.makedirs("data/network-logits", exist_ok=True)
    for source in sources:
        strange = judged(nets[f"without-{source.painter}"], source)
        halves = [judged(nets[f"half-{half}"], source) for half in (0, 1)]
        odds = lambda values: [round(float(value), 2) for value in values]
        kept = {
            file: {"strange": odds(strange[i]), "seen": odds(halves[1 - i // 4 % 2][i])} for i, file in enumerate(source.files)
        }
        known = source.learnt
        for way, said in (("strange", strange), ("seen", np.where((np.arange(len(known)) // 4 % 2 == 0)[:, None], halves[1], halves[0]))):
            print(f"{source.name}, {way}: {100 * (said.argmax(1) == source.grade.numpy())[known].mean():.1f} % right of {known.sum()}")
        with open(f"data/network-logits/{source.name}.json", "w") as out:
            out.write("{\n" + ",\n".join(f"{json.dumps(file)}: {json.dumps(value)}" for file, value in kept.items()) + "\n}\n")
    model = {
        "version": f"{time.strftime('%Y-%m-%d')}/{sum(len(every(s)) for s in sources)}",
        "learntFrom": [f"{s.name}: {len(every(s))}" for s in sources],
        **folded(nets["shipped"]),
    }
    with open("src/core/network/model.json", "w") as out:
        json.dump(model, out, separators=(",", ":"))
        out.write("\n")


main()
