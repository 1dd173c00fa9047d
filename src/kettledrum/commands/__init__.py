"""The commands, by what they are about; `kettledrum.cli` gives them their names."""
