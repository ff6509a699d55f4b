"""Start the stand-ins: python -m standins [--port N]. Port 0 takes a free one; the port is printed."""

from __future__ import annotations

import argparse
import sys

from standins.server import serve

if __name__ == "__main__":
    parser = argparse.ArgumentParser(prog="standins", description=__doc__)
    parser.add_argument("--port", type=int, default=0)
    sys.exit(serve(parser.parse_args().port))
