"""The report and the dig sheets as PDF: tagged, on Letter or A4, set from the assessment's own words."""

from bellstone.formats.pdf.sheets import Paper, dig_sheets_pdf, report_pdf

__all__ = ["Paper", "dig_sheets_pdf", "report_pdf"]
