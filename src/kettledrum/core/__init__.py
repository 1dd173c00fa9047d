"""The rules of the job: models of briefs and setups, and pure functions over them.

Knows no web, no database and no files. Data is validated once, by `terms.validation.validate`;
everything after it trusts its models. Each package in here is a room, named by the trade's word, and
imports only from rooms on floors below its own.
"""
