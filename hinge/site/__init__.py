"""The garage as facts, what every act needs of them and makes of them, and the proof that no danger can be reached."""
