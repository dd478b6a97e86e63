import type { ThemeConfig } from 'ant-design-vue/es/config-provider/context'

/** The component library in our material: square, linen, ink and copper. */
export const theme: ThemeConfig = {
  token: {
    colorPrimary: '#7c3510',
    colorText: '#20302f',
    colorTextPlaceholder: '#5b6662',
    colorBgContainer: '#fbf8f1',
    colorBgElevated: '#fbf8f1',
    colorBorder: '#20302f',
    controlItemBgActive: '#f4dfcf',
    controlItemBgHover: '#e9e1d1',
    borderRadius: 0,
    borderRadiusLG: 0,
    borderRadiusSM: 0,
    controlHeight: 42,
    fontSize: 16,
    fontFamily: "'Source Sans 3 Variable', system-ui, sans-serif",
    motionDurationMid: '0.08s',
    motionDurationSlow: '0.1s',
    boxShadowSecondary: '0 3px 0 #20302f',
  },
}
