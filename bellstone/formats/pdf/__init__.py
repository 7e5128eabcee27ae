"""The report and the dig sheets as PDF: tagged, on Letter or A4, set from the assessment's own words."""

from bellstone.formats.pdf.sheets import NO_STILLS, Paper, Picture, charts, dig_sheets_pdf, owners_page_pdf, report_pdf

__all__ = ["NO_STILLS", "Paper", "Picture", "charts", "dig_sheets_pdf", "owners_page_pdf", "report_pdf"]
