"""`python -m frelt`."""

from frelt.cli import main

if __name__ == "__main__":
    main()
