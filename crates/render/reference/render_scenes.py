"""Renders the scenes Tolva writes with Mitsuba 3 and keeps what each source gives, block by block.

    cargo test -p tolva-render writes_the_scenes -- --ignored    # writes the scenes to target/reference
    pip install mitsuba numpy
    python3 crates/render/reference/render_scenes.py                   # writes crates/render/reference/blocks.json

With the word "time", and a variant of Mitsuba's where it is not the scalar one, it tells how long it takes instead; `cargo test -p tolva-render how_long_it_takes -- --ignored --nocapture` tells
the same of Tolva. The results are kept in the repository, so that the test that compares needs neither.
"""

import json
import pathlib
import struct
import sys
import time

import mitsuba as mi
import numpy as np

# What the kept results were made with; timing may name another, such as llvm_ad_rgb, which needs libLLVM (19 does).
mi.set_variant(sys.argv[2] if sys.argv[1:2] == ["time"] and len(sys.argv) > 2 else "scalar_rgb")

HERE = pathlib.Path(__file__).parent
SCENES = HERE.parents[2] / "target" / "reference"
SIZE = (192, 128)
BLOCK = 16
SAMPLES = 1024


def parts(path):
    """The document of a glTF binary, and what its accessors hold."""
    data = path.read_bytes()
    length = struct.unpack_from("<I", data, 12)[0]
    document = json.loads(data[20 : 20 + length])
    blob = data[28 + length :]

    def accessor(index):
        accessor = document["accessors"][index]
        view = document["bufferViews"][accessor["bufferView"]]
        return np.frombuffer(blob, "<f4", accessor["count"] * 3, view["byteOffset"]).reshape(-1, 3)

    return document, accessor


def matter(material):
    pbr = material["pbrMetallicRoughness"]
    share = {"type": "rgb", "value": pbr["baseColorFactor"][:3]}
    if "extensions" in material:
        return {"type": "dielectric", "int_ior": material["extensions"]["KHR_materials_ior"]["ior"], "ext_ior": 1.0}
    if pbr["metallicFactor"] == 1.0:
        return {"type": "twosided", "bsdf": {"type": "conductor", "material": "none", "specular_reflectance": share}}
    return {"type": "twosided", "bsdf": {"type": "diffuse", "reflectance": share}}


def mesh(name, positions, normals, matrix, bsdf):
    place = np.array(matrix).reshape(4, 4).T if matrix is not None else np.eye(4)
    at = positions @ place[:3, :3].T + place[:3, 3]
    look = normals @ np.linalg.inv(place[:3, :3])
    look /= np.maximum(np.linalg.norm(look, axis=1, keepdims=True), 1e-12)
    props = mi.Properties()
    props["bsdf"] = mi.load_dict(bsdf)
    built = mi.Mesh(name, len(at), len(at) // 3, has_vertex_normals=True, props=props)
    params = mi.traverse(built)
    params["vertex_positions"] = at.astype(np.float32).ravel()
    params["vertex_normals"] = look.astype(np.float32).ravel()
    params["faces"] = np.arange(len(at), dtype=np.uint32)
    params.update()
    return built


def lamp(source, wall):
    """A source's face with an intensity of 1 along its axis; it sends back what the wall it hangs on does."""
    emitter = source["emitter"]
    assert emitter["emission"]["law"] == "cosine", emitter
    face, middle, axis = emitter["face"], np.array(emitter["middle"]), np.array(emitter["axis"])
    up = [0, 1, 0] if abs(axis[2]) > 0.9 else [0, 0, 1]
    place = mi.ScalarTransform4f().look_at(origin=middle.tolist(), target=(middle + axis).tolist(), up=up)
    if face["shape"] == "disc":
        half = (face["diameter"] / 2, face["diameter"] / 2)
        area = np.pi * half[0] ** 2
    else:
        half = (face["width"] / 2, face["height"] / 2)
        area = 4 * half[0] * half[1]
    kind = {"disc": "disk", "rectangle": "rectangle"}[face["shape"]]
    return {
        "type": kind,
        "to_world": place @ mi.ScalarTransform4f().scale([half[0], half[1], 1.0]),
        "bsdf": {"type": "diffuse", "reflectance": {"type": "rgb", "value": [wall] * 3}},
        "emitter": {"type": "area", "radiance": {"type": "rgb", "value": [1.0 / area] * 3}},
    }


def layers_of(path):
    """A scene's sensor, its shapes, its lamps."""
    document, accessor = parts(path)
    view = {}
    shapes = {}
    wall = None
    for node in document["nodes"]:
        name = node["name"]
        if "camera" in node:
            columns = np.array(node["matrix"]).reshape(4, 4)
            eye, back, up = columns[3, :3], columns[2, :3], columns[1, :3]
            camera = document["cameras"][0]["perspective"]
            view = {
                "type": "perspective",
                "fov": float(np.degrees(camera["yfov"])),
                "fov_axis": "y",
                "near_clip": 0.01,
                "to_world": mi.ScalarTransform4f().look_at(
                    origin=eye.tolist(), target=(eye - back).tolist(), up=up.tolist()
                ),
                "film": {
                    "type": "hdrfilm",
                    "width": SIZE[0],
                    "height": SIZE[1],
                    "rfilter": {"type": "box"},
                    "component_format": "float32",
                },
                "sampler": {"type": "independent", "sample_count": SAMPLES},
            }
        if "mesh" not in node or name.startswith("source"):
            continue
        for index, primitive in enumerate(document["meshes"][node["mesh"]]["primitives"]):
            material = document["materials"][primitive["material"]]
            if name == "Ceiling":
                wall = material["pbrMetallicRoughness"]["baseColorFactor"][0]
            attributes = primitive["attributes"]
            key = "".join(c if c.isalnum() else "_" for c in f"{name}_{index}")
            shapes[key] = mesh(
                key, accessor(attributes["POSITION"]), accessor(attributes["NORMAL"]), node.get("matrix"), matter(material)
            )
    extras = document["scenes"][0]["extras"]
    return view, shapes, [lamp(source, wall) for source in extras["sources"]]


def blocks(view, shapes, lamps, samples):
    """What the lamps give together, block by block."""
    scene = mi.load_dict(
        {
            "type": "scene",
            "integrator": {"type": "path", "max_depth": 64, "rr_depth": 8},
            "sensor": view,
            **{f"lamp{index}": lamp for index, lamp in enumerate(lamps)},
            **shapes,
        }
    )
    image = np.array(mi.render(scene, spp=samples))[:, :, 1] * np.pi
    return image.reshape(SIZE[1] // BLOCK, BLOCK, SIZE[0] // BLOCK, BLOCK).mean(axis=(1, 3)).ravel()


def render(path):
    view, shapes, lamps = layers_of(path)
    # Of several lamps the others hang there unlit: as a part of their wall they are no different from it.
    layers = [blocks(view, shapes, [lamp], SAMPLES) for lamp in lamps]
    return [[float(f"{value:.5g}") for value in layer] for layer in layers]


def time_it():
    """How long all lamps together take, and how far that is from what is kept, at a few numbers of samples."""
    kept = json.loads((HERE / "blocks.json").read_text())["scenes"]
    for name in ("matt_block", "metal_block"):
        view, shapes, lamps = layers_of(SCENES / f"{name}.glb")
        expected = np.sum(kept[name], axis=0)
        for samples in (1, 4, 16):
            # A variant that compiles does so the first time.
            for turn in ("first", "again"):
                begun = time.perf_counter()
                got = blocks(view, shapes, lamps, samples)
                took = time.perf_counter() - begun
                off = float(np.sqrt(np.mean((got / expected - 1.0) ** 2)))
                print(f"{name}, {samples} samples, {turn}: {took:.2f} s, {off:.4f} off, {off * off * took:.2e} off²·s")


if __name__ == "__main__" and sys.argv[1:2] == ["time"]:
    time_it()
elif __name__ == "__main__":
    found = {path.stem: render(path) for path in sorted(SCENES.glob("*.glb"))}
    note = f"Mitsuba {mi.__version__}, scalar_rgb, path, {SAMPLES} samples a pixel; radiance times pi, for an intensity of 1"
    text = json.dumps({"by": note, "size": SIZE, "block": BLOCK, "scenes": found})
    (HERE / "blocks.json").write_text(text + "\n")
